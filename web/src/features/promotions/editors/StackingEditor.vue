<script setup lang="ts">
import { findApart, phaseOf, type Stacking, type StackingMode } from '@novalex/core'
import { computed } from 'vue'
import { text, joinWords, explainProblem } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

const { draft, record, patch, problemsAt } = usePromotion()
const store = useStoreInfo()
const words = text.promotion.stacking

const stacking = computed(() => draft.value.stacking)
const apart = computed(() => (stacking.value ? findApart(stacking.value.group, store.settings) : []))
const sentence = computed(() => (apart.value.length > 0 ? words.apart(joinWords(apart.value, 'or')) : words.together))
/** Only a cart offer can be the only one in an order. */
const modes = computed(() =>
  Object.entries(words.modes)
    .filter(([mode]) => mode !== 'sole' || phaseOf(draft.value.mechanic) > 1)
    .map(([value, title]) => ({ value, title })),
)

function set(changes: Partial<Stacking>): void {
  if (stacking.value) patch({ stacking: { ...stacking.value, ...changes } })
}
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ text.promotion.sections.stacking }}</legend>
    <template v-if="stacking">
      <div class="pair">
        <v-select
          :model-value="stacking.group"
          :items="[...store.settings.stackGroups]"
          :label="words.group"
          :error-messages="problemsAt('stacking.group').map(explainProblem)"
          @update:model-value="(group: string) => set({ group })"
        />
        <v-select
          :model-value="stacking.mode"
          :items="modes"
          :label="words.mode"
          @update:model-value="(mode: StackingMode) => set({ mode })"
        />
      </div>
      <p class="quiet">{{ sentence }} {{ words.rank(record.promotion.rank, store.settings.conflicts === 'rank') }}</p>
    </template>
    <p v-else class="quiet">
      {{ words.outside }} {{ words.rank(record.promotion.rank, store.settings.conflicts === 'rank') }}
    </p>
  </fieldset>
</template>
