<script setup lang="ts">
import { SHOP_CHANNEL, type ProofAnswer } from '@novalex/contract'
import { DAY_MS, toLocal, firstOf, lastOf } from '@novalex/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useAnswer } from '@/api/useAnswer.ts'
import PriceChart from '@/features/products/PriceChart.vue'
import { findingText as words, productText, formatEnd } from '@/locale/catalogue.ts'
import { formatInstant, formatMoney, nameChannel } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useProofPlan } from './proofPlan.ts'

/** A stretch of a product's prices, with what was before it and what comes after; `name` is the product's. */
const { stretch, name } = defineProps<{ stretch: Extract<ProofAnswer, { sku: string }>; name: string }>()

const BEFORE_MS = 35 * DAY_MS
const AFTER_MS = 14 * DAY_MS
const MOST_MS = 150 * DAY_MS
const store = useStoreInfo()
const moment = useMoment()
const router = useRouter()
const plan = useProofPlan()
const history = useAnswer('getProductHistory', () => ({
  params: { sku: stretch.sku },
  query: { plan: plan.value, at: stretch.from, ...(stretch.channel ? { channel: stretch.channel } : {}) },
}))
const start = computed(() => Date.parse(stretch.from))
const when = computed(() => {
  const from = formatInstant(start.value, { zone: store.zone, year: false })
  return stretch.until === null ? from : `${from} – ${formatEnd(toLocal(Date.parse(stretch.until), store.zone))}`
})
const drawn = computed(() => {
  const spans = history.data.value?.spans ?? []
  if (spans.length === 0) return null
  const end = stretch.until === null ? Infinity : Date.parse(stretch.until) + AFTER_MS
  const from = Math.max(Date.parse(firstOf(spans).from), start.value - BEFORE_MS)
  return { spans, from, until: Math.min(Date.parse(lastOf(spans).until), end, from + MOST_MS) }
})

async function showPrices(): Promise<void> {
  moment.plan = plan.value
  moment.channel = stretch.channel ?? SHOP_CHANNEL
  moment.moveTo(start.value)
  await router.push(`/products/${encodeURIComponent(stretch.sku)}`)
}
</script>

<template>
  <div class="stretch">
    <p>{{ name }} <strong class="money">{{ formatMoney(stretch.price) }}</strong></p>
    <p class="quiet">{{ when }}<template v-if="stretch.channel">, {{ nameChannel(stretch.channel) }}</template></p>
    <PriceChart
      v-if="drawn"
      v-bind="drawn"
      is-small
      :now="moment.now"
      :moment="start"
      :zone="store.zone"
      :label="productText.chart(name)"
    />
    <p>
      <button type="button" class="as-link" @click="showPrices">{{ words.priceChart }}</button>
    </p>
  </div>
</template>

<style scoped>
.price-chart {
  margin: 4px 0 6px;
}
</style>
