<script setup lang="ts">
import type { Promotion, Quote } from '@novalex/core'
import { computed } from 'vue'
import { text, joinWords } from '@/locale/catalogue.ts'
import type { TillAnswer } from '@/workers/tillPricing.ts'
import { useReasons } from './useReasons.ts'

/** Why each promotion that was looked at did or did not apply; the one under edit first. */
const { answer, edited } = defineProps<{ answer: TillAnswer | null; edited: Promotion }>()

const { nameOf, explain } = useReasons(() => edited)

const quote = computed<Quote | null>(() => answer?.after ?? answer?.before ?? null)
const shown = computed(() => {
  const outcomes = quote.value?.promotions ?? []
  const own = outcomes.filter(({ promotion }) => promotion === edited.id)
  const others = outcomes.filter(({ promotion }) => promotion !== edited.id && answer?.near.includes(promotion))
  return [...own, ...others.filter(({ reason }) => reason !== 'not-ready')]
})
/** Near this cart, but drafts, paused or stopped: one line for all of them. */
const resting = computed(() =>
  (quote.value?.promotions ?? [])
    .filter(({ promotion, reason }) => reason === 'not-ready' && promotion !== edited.id)
    .filter(({ promotion }) => answer?.near.includes(promotion))
    .map(({ promotion }) => nameOf(promotion)),
)
const hidden = computed(() => (quote.value?.promotions.length ?? 0) - shown.value.length - resting.value.length)
</script>

<template>
  <div v-if="quote && quote.lines.length > 0" class="reasons" aria-live="polite">
    <ul>
      <li v-for="outcome in shown" :key="outcome.promotion">
        <span :class="outcome.outcome === 'applied' ? 'saves' : 'wrong'" aria-hidden="true">
          {{ outcome.outcome === 'applied' ? '✓' : '✕' }}
        </span>
        <span> <strong>{{ nameOf(outcome.promotion) }}</strong>: {{ explain(outcome) }}. </span>
      </li>
    </ul>
    <p v-if="resting.length > 0" class="quiet">{{ text.till.resting(joinWords(resting)) }}</p>
    <p v-if="hidden > 0" class="quiet">{{ text.till.others(hidden) }}</p>
  </div>
</template>

<style scoped>
.reasons {
  display: grid;
  font-size: 13.5px;
  gap: 6px;
}

ul {
  display: grid;
  gap: 6px;
  list-style: none;
  padding: 0;
}

li {
  display: grid;
  gap: 6px;
  grid-template-columns: 14px 1fr;
  overflow-wrap: anywhere;
}
</style>
