<script setup lang="ts">
import { findApart, type StackingMode } from '@novalex/core'
import { computed } from 'vue'
import { text } from '@/locale/en.ts'
import { joinWords } from '@/locale/format.ts'
import { explainProblem } from '@/locale/problems.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '../usePromotionDraft.ts'

const { draft, record, patch, problemsAt } = usePromotion()
const store = useStoreInfo()
const words = text.promotion.stacking

const stacking = computed(() => draft.value!.stacking)
const apart = computed(() => findApart(stacking.value.group, store.info!.store))
const sentence = computed(() => (apart.value.length > 0 ? words.apart(joinWords(apart.value)) : words.together))
const MODES = Object.entries(words.modes).map(([value, title]) => ({ value, title }))
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ text.promotion.sections.stacking }}</legend>
    <div class="pair">
      <v-select
        :model-value="stacking.group"
        :items="[...store.info!.store.stackGroups]"
        :label="words.group"
        :error-messages="problemsAt('stacking.group').map(explainProblem)"
        @update:model-value="(group: string) => patch({ stacking: { ...stacking, group } })"
      />
      <v-select
        :model-value="stacking.mode"
        :items="MODES"
        :label="words.mode"
        @update:model-value="(mode: StackingMode) => patch({ stacking: { ...stacking, mode } })"
      />
    </div>
    <p class="quiet">{{ sentence }} {{ words.rank(record!.promotion.rank) }}</p>
  </fieldset>
</template>
