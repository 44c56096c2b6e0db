<script setup lang="ts">
import { computed } from 'vue'
import { offerText } from '@/locale/enOffers.ts'
import { explainProblem } from '@/locale/problems.ts'
import { useCodeClash } from '../useCodeClash.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

type Kind = keyof typeof offerText.code.kinds

const { draft, record, patch, typed, problemsAt, forget } = usePromotion()
const words = offerText.code
const PATH = 'code.text'
const kind = computed<Kind>(() => {
  const { code } = draft.value
  return code === null ? 'none' : 'text' in code ? 'text' : 'batch'
})
/** Codes of a batch come from plan files alone as yet. */
const KINDS = computed(() =>
  Object.entries(words.kinds)
    .filter(([value]) => value !== 'batch' || kind.value === 'batch')
    .map(([value, title]) => ({ value, title })),
)
const clash = useCodeClash(draft, () => record.value.promotion.id)
const shown = computed(() => {
  const { code } = draft.value
  return typed.get(PATH)?.text ?? (code && 'text' in code ? code.text : '')
})

function setKind(next: Kind): void {
  forget('code')
  patch({ code: next === 'none' ? null : next === 'batch' ? { batch: true } : { text: 'CODE10' } })
}

/** A code needs a letter or a digit; until it has one, the text only stands in its field. */
function setText(given: string): void {
  const trimmed = given.trim().slice(0, 64)
  if (/[^\s-]/.test(trimmed)) {
    typed.delete(PATH)
    patch({ code: { text: trimmed } })
  } else typed.set(PATH, { text: given, problem: { code: 'required', path: PATH } })
}
</script>

<template>
  <div class="pair">
    <v-select :model-value="kind" :items="KINDS" :label="words.legend" @update:model-value="setKind" />
    <v-text-field
      v-if="kind === 'text'"
      :model-value="shown"
      :label="words.text"
      :hint="words.textHint"
      persistent-hint
      :error-messages="problemsAt('code').map(explainProblem)"
      @update:model-value="setText"
    />
    <p v-if="clash" class="wrong" role="status">▲ {{ words.clash(clash) }}</p>
    <p v-else-if="kind === 'batch'" class="quiet">{{ words.batchHint }}</p>
  </div>
</template>
