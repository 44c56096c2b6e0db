<script setup lang="ts">
import { findTests, isAboutShopper, isGuessable } from '@novalex/core'
import { computed } from 'vue'
import { offerText } from '@/locale/enOffers.ts'
import { sellingText } from '@/locale/enSelling.ts'
import { explainProblem } from '@/locale/problems.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useCodeClash } from '../useCodeClash.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

type Kind = keyof typeof offerText.code.kinds

const { draft, record, patch, typed, problemsAt, forget } = usePromotion()
const words = offerText.code
const PATH = 'code.text'
const store = useStoreInfo()
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
  if (next === 'batch') patch({ code: { batch: true }, ...proposeForBatch() })
  else patch({ code: next === 'none' ? null : { text: 'CODE10' } })
}

/**
 * What codes that hold once are usually meant to be: apart from other coupons; and once per shopper where it is for known ones anyway, since a
 * guest could not use it then.
 */
function proposeForBatch() {
  const { stacking, when, limits } = draft.value
  const { stackGroups } = store.settings
  const isForKnown = findTests(when).some((test) => isAboutShopper(test) && !('is' in test && !test.is))
  return {
    ...(stacking && stackGroups.includes('coupon') ? { stacking: { group: 'coupon', mode: 'group' as const } } : {}),
    ...(isForKnown && limits.usesPerShopper == null ? { limits: { ...limits, usesPerShopper: 1 } } : {}),
  }
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
