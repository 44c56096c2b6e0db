<script setup lang="ts">
import { phaseOf, type Limits } from '@novalex/core'
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { describeFloor } from '@/locale/describeFloor.ts'
import { text } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import RefillEditor from './RefillEditor.vue'

const { draft, patch } = usePromotion()
const store = useStoreInfo()
const words = text.promotion.limits
const limits = computed(() => draft.value.limits)

function set(changes: Partial<Limits>): void {
  const next = Object.entries({ ...limits.value, ...changes }).filter(
    ([, value]) => value !== null && value !== undefined,
  )
  patch({ limits: Object.fromEntries(next) })
}
const number = (key: 'units' | 'uses' | 'usesPerShopper' | 'perOrder' | 'budget') =>
  computed<number | null>({
    get: () => limits.value[key] ?? null,
    set: (value) => {
      set({ [key]: value })
    },
  })
const units = number('units')
const uses = number('uses')
const usesPerShopper = number('usesPerShopper')
const perOrder = number('perOrder')
const budget = number('budget')
const refills = computed(() => limits.value.refills ?? [])
const phase = computed(() => phaseOf(draft.value.mechanic))
const stops = computed({
  get: () => limits.value.budgetStops ?? false,
  set: (is) => {
    set({ budgetStops: is || undefined })
  },
})
const floor = computed(() => describeFloor(draft.value.mechanic, store.settings.floor))
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ text.promotion.sections.limits }}</legend>
    <div class="pair">
      <TypedField
        v-if="phase === 1 || phase === 2 || units !== null"
        v-model="units"
        kind="count"
        optional
        path="limits.units"
        :label="words.units"
        :hint="words.unitsHint"
      />
      <TypedField
        v-if="phase > 1 || perOrder !== null"
        v-model="perOrder"
        kind="money"
        optional
        path="limits.perOrder"
        :label="phase === 5 ? words.addedPerOrder : words.perOrder"
      />
      <TypedField v-model="budget" kind="money" optional path="limits.budget" :label="words.budget" />
      <TypedField v-model="uses" kind="count" optional path="limits.uses" :label="words.uses" />
      <TypedField
        v-model="usesPerShopper"
        kind="count"
        optional
        path="limits.usesPerShopper"
        :label="words.usesPerShopper"
      />
    </div>
    <RefillEditor
      v-if="units !== null || refills.length > 0"
      :refills="refills"
      @change="(next) => set({ refills: next.length > 0 ? next : undefined })"
    />
    <template v-if="budget !== null">
      <v-checkbox v-model="stops" :label="words.budgetStops" />
      <p v-if="!stops" class="quiet">{{ words.budgetPlan }}</p>
    </template>
    <p v-if="floor" class="quiet">{{ floor }}</p>
  </fieldset>
</template>
