<script setup lang="ts">
import type { ItemDiscount } from '@novalex/core'
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { offerText } from '@/locale/catalogue.ts'
import { useMechanic } from '../shared/useMechanic.ts'
import ReadsLarger from '../shared/ReadsLarger.vue'
import ValueFields from '../shared/ValueFields.vue'
import { UNIT_KINDS } from '../shared/valueKinds.ts'

const { mechanic, set } = useMechanic<'item-discount'>()
const words = offerText.item
const maxUnits = computed<number | null>({
  get: () => mechanic.value.maxUnits ?? null,
  set: (units) => {
    set({ maxUnits: units ?? undefined })
  },
})
const PICKS = Object.entries(words.picks).map(([value, title]) => ({ value, title }))
</script>

<template>
  <ValueFields :value="mechanic.value" :kinds="UNIT_KINDS" path="mechanic.value" @change="(value) => set({ value })" />
  <ReadsLarger :value="mechanic.value" @change="(value) => set({ value })" />
  <div class="pair">
    <TypedField v-model="maxUnits" kind="count" optional path="mechanic.maxUnits" :label="words.maxUnits" />
    <v-select
      v-if="maxUnits !== null"
      :model-value="mechanic.pick ?? 'cheapest'"
      :items="PICKS"
      :label="words.pick"
      @update:model-value="(pick: ItemDiscount['pick']) => set({ pick })"
    />
  </div>
</template>
