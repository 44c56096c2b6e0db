<script setup lang="ts">
import type { Cart, Promotion } from '@novalex/core'
import { computed, watch } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { text, findingText } from '@/locale/catalogue.ts'
import { formatPoints, formatInstant, formatMoney, pickDelivery } from '@novalex/words'
import { useFindings } from '@/stores/findings.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { SAMPLE_CODE } from '@/workers/sampleCode.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import KeepTestCart from '@/features/testCarts/KeepTestCart.vue'
import EdgesTable from './EdgesTable.vue'
import KnownShopper from './KnownShopper.vue'
import TillCompare from './TillCompare.vue'
import TillExtras from './TillExtras.vue'
import TillReasons from './TillReasons.vue'
import TillReceipt from './TillReceipt.vue'
import TillSearch from './TillSearch.vue'
import { useTill, useTillCart } from './useTill.ts'

const { draft, record, opened, reach } = usePromotion()
const till = useTillCart()
const findings = useFindings()
const moment = useMoment()
const store = useStoreInfo()
const words = text.till

/** A draft or a paused one is priced as if it were ready: that is what one wants to see. */
const edited = computed(() => {
  return asReady(toPromotion(record.value, draft.value))
})
const asReady = (promotion: Promotion): Promotion =>
  promotion.state === 'stopped' ? promotion : { ...promotion, state: 'ready' }
const samples = computed(() => {
  const { reaches = [], beside = [] } = reach.value ?? {}
  return [...reaches.flatMap(({ sample }) => sample), ...beside]
})
const { answer, edges, latency } = useTill(
  () => edited.value,
  () => asReady(opened.value!),
  () => samples.value,
)

// Fill the till with a cart that gets the promotion, until its user changes the cart.
watch(reach, (found) => {
  const first = found?.reaches[0]?.sample ?? []
  const sample = first[Math.floor(first.length / 2)]
  if (!sample || till.isTouched) return
  till.lines = [{ product: sample, quantity: 1 }]
  const { code, mechanic } = edited.value
  till.codes = code ? ['text' in code ? code.text : SAMPLE_CODE] : []
  if ('options' in mechanic) till.delivery ??= pickDelivery(mechanic.options, store.delivery).option
})

/** Explanation of a cart that proves a deepest stack. */
const deepest = computed(() => {
  const finding = findings.open.find(({ kind, proof }) => {
    return (
      kind === 'deepest-stack' && 'carts' in proof && proof.carts.some(({ order }) => isSameCart(order.cart, till.cart))
    )
  })
  if (finding?.kind !== 'deepest-stack') return null
  const { reduction, margin } = finding.facts
  const loss = margin !== null && margin < 0 ? findingText.loss(formatMoney(-margin)) : ''
  return `${findingText.till(formatPoints(reduction))}${loss}.`
})
const isSameCart = (one: Cart, other: Cart) => {
  const write = ({ lines, codes }: Cart) => JSON.stringify([lines.map(({ sku, quantity }) => [sku, quantity]), codes])
  return write(one) === write(other)
}

const known = computed(() => [...till.lines.map(({ product }) => product), ...samples.value])

const { data: labels } = useAnswer('listShopperLabels')
const shoppers = computed(() => [
  { value: 'fitting', title: words.fitting },
  { value: 'guest', title: words.guest },
  { value: 'signedIn', title: words.signedIn },
  { value: 'returning', title: words.returning },
  { value: 'known', title: words.knownOne },
  ...(labels.value?.groups ?? []).map(({ label }) => ({ value: `group:${label}`, title: words.member(label) })),
])
</script>

<template>
  <aside class="panel" :aria-label="words.title">
    <header>
      <h2>{{ words.title }}</h2>
      <button type="button" class="as-link" :disabled="till.lines.length === 0" @click="till.empty()">
        {{ words.empty }}
      </button>
    </header>
    <div class="setting">
      <select v-model="till.shopper" :aria-label="words.shopper">
        <option v-for="one in shoppers" :key="one.value" :value="one.value">{{ one.title }}</option>
      </select>
      <select v-if="store.channels.length > 1" v-model="till.channel" :aria-label="words.channel">
        <option v-for="one in store.channels" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </div>
    <KnownShopper v-if="till.shopper === 'known'" />
    <TillSearch @choose="(product) => till.add(product)" />
    <TillExtras :edited="edited" />
    <p v-if="answer?.asOf != null" class="quiet" role="status">
      {{ words.asOf(formatInstant(answer.asOf, { zone: store.zone, year: false })) }}
      <button type="button" class="as-link" @click="moment.moveTo(moment.now)">{{ words.asOfNow }}</button>
    </p>
    <TillReceipt :answer="answer" :edited="edited" :is-filling="!reach && !till.isTouched" :data-latency="latency" />
    <p v-if="deepest" class="wrong" role="status">▲ {{ deepest }}</p>
    <TillCompare v-if="till.lines.length > 0" :receipts="answer?.receipts ?? null" />
    <KeepTestCart
      v-if="till.lines.length > 0 && answer?.after"
      :cart="answer.cart"
      :at="answer.asOf ?? moment.chosen"
      :total="answer.after.totals.grand"
      :suggested="draft.name"
    />
    <TillReasons :answer="answer" :edited="edited" />
    <EdgesTable :edges="edges" :products="known" />
  </aside>
</template>

<style scoped>
.panel {
  display: grid;
  align-content: start;
  gap: 12px;
  padding: 14px 16px 40px;
}

header,
.setting {
  align-items: baseline;
  display: flex;
  gap: 4px 12px;
}

h2 {
  margin-right: auto;
}

select {
  appearance: auto;
  background: transparent;
  border: 0;
  border-bottom: 1px dotted var(--quiet);
  color: inherit;
  font: inherit;
  flex: 3 1 0;
  font-size: 13px;
  min-width: 0;
  min-height: 24px;
}

select:last-child {
  flex-grow: 2;
}

option {
  background: var(--sheet);
}
</style>
