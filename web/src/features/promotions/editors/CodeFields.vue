<script setup lang="ts">
import { findFirstGroup, findTests, isAboutShopper, isGuessable, normalizeCode, phaseOf } from '@novalex/core'
import { computed } from 'vue'
import { offerText, sellingText, explainProblem } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useCodeClash } from '../useCodeClash.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

type Kind = keyof typeof offerText.code.kinds

const { draft, record, patch, typed, problemsAt, forget } = usePromotion()
const words = offerText.code
const PATH = 'code.text'
const store = useStoreInfo()
const { records } = usePromotionRecords()
const kind = computed<Kind>(() => {
  const { code } = draft.value
  return code === null ? 'none' : 'text' in code ? 'text' : 'batch'
})
const KINDS = Object.entries(words.kinds).map(([value, title]) => ({ value, title }))
const clash = useCodeClash(draft, () => record.value.promotion.id)
const shown = computed(() => {
  const { code } = draft.value
  return typed.get(PATH)?.text ?? (code && 'text' in code ? code.text : '')
})

function setKind(next: Kind): void {
  forget('code')
  const group = proposeGroup(next !== 'none')
  if (next === 'batch') patch({ code: { batch: true }, ...group, ...proposeLimit() })
  else patch({ code: next === 'none' ? null : { text: proposeCode() }, ...group })
}

/** A code that no other promotion has. */
function proposeCode(): string {
  const taken = new Set(
    (records.value ?? []).flatMap(({ promotion: { code } }) =>
      code && 'text' in code ? normalizeCode(code.text) : [],
    ),
  )
  for (let number = 10; ; number++) if (!taken.has(`CODE${number}`)) return `CODE${number}`
}

/** The group that is usual for what has a code, or none, unless another one was chosen. */
function proposeGroup(isCode: boolean) {
  const { stacking, mechanic } = draft.value
  const usual = (is: boolean) => findFirstGroup(store.settings, { phase: phaseOf(mechanic), isCode: is })
  if (!stacking || stacking.group !== usual(!isCode)) return {}
  return { stacking: { ...stacking, group: usual(isCode) } }
}

/** Once per shopper, where it is for known ones anyway: a guest could not use it then. */
function proposeLimit() {
  const { when, limits } = draft.value
  const isForKnown = findTests(when).some((test) => isAboutShopper(test) && !('is' in test && !test.is))
  return isForKnown && limits.usesPerShopper == null ? { limits: { ...limits, usesPerShopper: 1 } } : {}
}

const isEasy = computed(() => {
  const { code, display } = draft.value
  return code !== null && 'text' in code && display?.listed !== true && isGuessable(code.text)
})

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
    <p v-else-if="isEasy" class="quiet" role="status">▲ {{ sellingText.codes.guessable }}</p>
    <p v-else-if="kind === 'batch'" class="quiet">
      {{ words.batchHint }} <router-link to="/codes">{{ words.batchLink }}</router-link>
    </p>
  </div>
</template>
