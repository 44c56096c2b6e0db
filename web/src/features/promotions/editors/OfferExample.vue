<script setup lang="ts">
import type { PromotionOutcome } from '@novalex/core'
import { computed } from 'vue'
import { text, offerText, counted } from '@/locale/catalogue.ts'
import { formatInstant, formatMoney } from '@novalex/words'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { useReasons } from '@/features/till/useReasons.ts'
import FloorNote from '@/components/FloorNote.vue'
import { useExamples } from './useExamples.ts'

/** Example carts of the promotion's products, priced with all other promotions. */
const { draft, record, reach: data } = usePromotion()
const store = useStoreInfo()
const { explain } = useReasons(() => toPromotion(record.value, draft.value))
const words = offerText.examples
const { found, nameOf } = useExamples()

const isEmpty = computed(() => data.value?.reaches.some((reach) => reach.products === 0))
/** That it applied is seen; why not, or not whole, is not. */
const isWorthSaying = ({ outcome, facts }: PromotionOutcome) => outcome === 'skipped' || Object.keys(facts).length > 0
const isLimited = computed(() => draft.value.limits.usesPerShopper != null)
const told = computed(() => [
  words.others,
  ...(found.value?.isAsReady ? [words.asReady] : []),
  ...(found.value?.asOf != null
    ? [words.asOf(formatInstant(found.value.asOf, { zone: store.zone, year: false }))]
    : []),
  ...(found.value?.isFitted ? [isLimited.value ? words.signedIn : words.fitted] : []),
])
</script>

<template>
  <div v-if="data" class="live-example" aria-live="polite">
    <p v-if="isEmpty" class="wrong">▲ {{ text.promotion.reach.nothing }}</p>
    <template v-else-if="found">
      <ul>
        <li v-for="(example, index) in found.examples" :key="index">
          {{ example.order.cart.lines.map(({ sku, quantity }) => `${quantity} × ${nameOf(sku)}`).join(', ') }}:
          <template v-if="example.with !== example.without">
            <span class="struck">{{ formatMoney(example.without) }}</span> →
            <strong>{{ formatMoney(example.with) }}</strong>
          </template>
          <template v-else>{{ formatMoney(example.without) }}</template>
          <span v-if="example.gifts.length > 0" class="saves">
            + {{ example.gifts.map(({ sku, quantity }) => `${quantity} × ${nameOf(sku)}`).join(', ') }}</span
          >
          <span v-if="isWorthSaying(example.outcome)" class="quiet"> · {{ explain(example.outcome) }}</span>
        </li>
      </ul>
      <p class="quiet">{{ told.join(' · ') }}</p>
    </template>
    <p v-if="data.unmoved > 0" class="wrong">
      ▲ {{ text.promotion.value.unmoved(counted.product(data.unmoved)) }}:
      {{ data.unmovedSample.map(({ name }) => name).join(', ') }}
    </p>
    <FloorNote :found="data" />
  </div>
</template>
