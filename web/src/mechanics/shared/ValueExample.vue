<script setup lang="ts">
import {
  compileRungs,
  compileSchedule,
  computeFloor,
  computeMarkdown,
  findRung,
  type Markdown,
  type Product,
} from '@novalex/core'
import { computed, watch } from 'vue'
import { text } from '@/locale/en.ts'
import { formatMoney, formatPercentRead, plural } from '@/locale/format.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useNames } from '@/stores/names.ts'
import { useMoment } from '@/stores/moment.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import FloorNote from '@/components/FloorNote.vue'

/** The rule in numbers of real products from the reach, percent and amount both. */
const { mechanic } = defineProps<{ mechanic: Markdown }>()
const store = useStoreInfo()
const names = useNames()
const moment = useMoment()
const { draft, record, reach: data } = usePromotion()
const words = text.promotion.value

watch(data, (answer) => {
  if (answer) names.learnProducts([...answer.reaches[0]!.sample, ...answer.unmovedSample])
})

/** What a ladder makes of the value at the till's moment, with nothing sold; null where its first rung is not reached. */
const rung = computed(() => {
  const promotion = toPromotion(record.value, draft.value)
  if (!promotion.ladder) return null
  try {
    const { end } = compileSchedule(promotion.schedule, store.zone)
    const rungs = compileRungs(promotion.ladder, end, store.zone)
    return findRung(promotion, rungs, { now: moment.instant, facts: {} })
  } catch (error) {
    // In the middle of an edit it may name a day that no calendar has.
    if (error instanceof RangeError) return null
    throw error
  }
})

const examples = computed(
  () => data.value?.reaches[0]!.sample.map((product) => ({ product, ...priceOf(product) })) ?? [],
)

function priceOf(product: Product): { after: number; saved: number } {
  const value =
    rung.value ?? mechanic.value ?? mechanic.bands?.findLast((band) => band.from <= product.regularPrice)?.value
  if (!value) return { after: product.regularPrice, saved: 0 }
  const unit = {
    regular: product.regularPrice,
    current: product.regularPrice,
    floor: computeFloor(product, store.settings),
  }
  const { amount } = computeMarkdown(value, mechanic.rounding, unit)
  return { after: product.regularPrice - amount, saved: amount }
}

/** The reduction as the shopper could read it otherwise: a percentage as money, an amount as a share. */
function otherReading(product: Product, saved: number): string {
  const value = rung.value ?? mechanic.value
  const isPercent = value !== undefined && 'percent' in value
  return isPercent ? formatMoney(saved) : formatPercentRead(saved, product.regularPrice)
}
</script>

<template>
  <div v-if="data" class="live-example" aria-live="polite">
    <ul v-if="examples.length > 0">
      <li v-for="{ product, after, saved } in examples" :key="product.sku">
        {{ product.name }}: <span class="struck">{{ formatMoney(product.regularPrice) }}</span> →
        <strong>{{ formatMoney(after) }}</strong>
        <template v-if="rung"> {{ words.atFirst }}</template>
        <span v-if="saved > 0" class="quiet"> · {{ otherReading(product, saved) }}</span>
      </li>
    </ul>
    <p v-else class="wrong">▲ {{ text.promotion.reach.nothing }}</p>
    <p v-if="data.unmoved > 0" class="wrong">
      ▲ {{ words.unmoved(plural(data.unmoved, 'product')) }}:
      {{ data.unmovedSample.map(({ name }) => name).join(', ') }}
    </p>
    <FloorNote :found="data" />
  </div>
</template>
