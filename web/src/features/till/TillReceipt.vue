<script setup lang="ts">
import type { Promotion, Quote } from '@novalex/core'
import { formatMoney, nameDelivery } from '@novalex/words'
import { text, explainNudge } from '@/locale/catalogue.ts'
import { computed } from 'vue'
import { readUnits, showUnits } from '@/composables/readUnits.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import type { TillAnswer } from '@/workers/tillPricing.ts'
import { useReasons } from './useReasons.ts'
import { useTillCart } from './useTill.ts'

const {
  answer,
  edited,
  isFilling = false,
} = defineProps<{
  answer: TillAnswer | null
  edited: Promotion
  /** Whether a first cart is still looked for. */
  isFilling?: boolean
}>()

const till = useTillCart()
const store = useStoreInfo()
const names = useNames()
const { find, nameOf, explainCodeOf } = useReasons(() => edited)
const words = text.till

const quote = computed<Quote | null>(() => answer?.after ?? answer?.before ?? null)
const gifts = computed(() => quote.value?.lines.filter(({ gift }) => gift) ?? [])
const productName = (sku: string) => names.names.product(sku)
const codes = computed(
  () =>
    quote.value?.codes.map((outcome) => ({
      code: outcome.code,
      isApplied: outcome.outcome === 'applied',
      sentence: explainCodeOf(quote.value!, outcome),
    })) ?? [],
)
const nudges = computed(() =>
  (answer?.nudges ?? []).filter(
    ({ promotion }) => promotion === edited.id || (answer?.near.includes(promotion) ?? false),
  ),
)
const lines = computed(() =>
  till.lines.map(({ product, quantity }) => {
    const line = answer?.shown.lines.find(({ sku, gift }) => sku === product.sku && !gift)
    return { product, quantity, line: line?.quantity === quantity ? line : null }
  }),
)
/** Total of the same cart under the saved plan, if it differs. */
const before = computed(() => {
  const [old, young] = [answer?.before.totals.grand, answer?.after?.totals.grand]
  return old !== undefined && young !== undefined && old !== young ? old : null
})

function onQuantity(sku: string, event: Event): void {
  const quantity = readUnits(event, 1_000_000)
  if (quantity !== null) till.setQuantity(sku, quantity)
}
</script>

<template>
  <div class="receipt" data-testid="receipt">
    <p v-if="till.lines.length === 0" class="quiet">{{ isFilling ? text.common.loading : words.nothing }}</p>
    <template v-else>
      <div v-for="{ product, quantity, line } in lines" :key="product.sku" class="line">
        <div class="row">
          <input
            type="number"
            min="0"
            max="1000000"
            :value="quantity"
            :aria-label="words.quantity(product.name)"
            @input="(event) => onQuantity(product.sku, event)"
            @change="(event) => showUnits(event, quantity)"
          />
          <span class="what">× {{ product.name }}</span>
          <i class="dots" />
          <span v-if="line && line.total < line.regular" class="struck money">{{ formatMoney(line.regular) }}</span>
          <strong class="money">{{ line ? formatMoney(line.total) : '…' }}</strong>
          <button
            type="button"
            class="out"
            :aria-label="words.remove(product.name)"
            @click="till.setQuantity(product.sku, 0)"
          >
            ✕
          </button>
        </div>
        <div v-for="adjustment in line?.adjustments ?? []" :key="adjustment.promotion" class="row saves cut">
          <span class="what">{{
            adjustment.units < line!.quantity
              ? words.onUnits(nameOf(adjustment.promotion), adjustment.units, line!.quantity)
              : nameOf(adjustment.promotion)
          }}</span>
          <i class="dots" />
          <span class="money">{{ formatMoney(-adjustment.amount) }}</span>
        </div>
      </div>
      <div v-for="line in gifts" :key="`gift ${line.sku}`" class="row gift saves">
        <span class="what">{{ line.quantity }} × {{ productName(line.sku) }}, {{ words.gift }}</span>
        <i class="dots" />
        <span class="struck money">{{ formatMoney(line.regular) }}</span>
        <strong class="money">{{ formatMoney(0) }}</strong>
      </div>
      <div v-for="one in answer?.shown.reductions ?? []" :key="`line ${one.promotion}`" class="row saves">
        <span class="what">{{ nameOf(one.promotion) }}</span>
        <i class="dots" />
        <span class="money">{{ formatMoney(-one.amount) }}</span>
      </div>
      <template v-if="quote && answer?.cart.delivery">
        <div class="row side">
          <span class="what">{{ nameDelivery(answer.cart.delivery.option) }}</span>
          <i class="dots" />
          <span v-if="quote.delivery.total < quote.delivery.regular" class="struck money">{{
            formatMoney(quote.delivery.regular)
          }}</span>
          <strong class="money">{{ formatMoney(quote.delivery.total) }}</strong>
        </div>
        <div v-for="one in quote.delivery.adjustments" :key="one.promotion" class="row saves cut">
          <span class="what">{{ nameOf(one.promotion) }}</span>
          <i class="dots" />
          <span class="money">{{ formatMoney(-one.amount) }}</span>
        </div>
      </template>
      <div v-for="one in quote?.surcharges ?? []" :key="one.promotion" class="row side">
        <span class="what">{{ nameOf(one.promotion) }}</span>
        <i class="dots" />
        <strong class="money">{{ formatMoney(one.amount) }}</strong>
      </div>
      <div class="row total">
        <span class="heading">{{ words.toPay }}</span>
        <i />
        <strong class="heading money" role="status" aria-live="polite">{{
          quote ? formatMoney(quote.totals.grand) : '…'
        }}</strong>
      </div>
      <p v-if="quote" class="quiet">
        {{ words.saves }} {{ formatMoney(quote.totals.saved) }} ·
        {{ store.info?.store.pricesIncludeTax ? words.taxIncluded : words.taxOnTop }}
        {{ formatMoney(quote.totals.tax) }}
        <template v-if="before !== null"> · {{ words.before }} {{ formatMoney(before) }}</template>
      </p>
      <p v-for="{ code, sentence, isApplied } in codes" :key="code" :class="isApplied ? 'saves' : 'wrong'">
        {{ isApplied ? '✓' : '✕' }} {{ sentence }}
      </p>
      <p v-for="(nudge, index) in nudges" :key="index" class="nudge">
        ↗ {{ nameOf(nudge.promotion) }}:
        {{ explainNudge(nudge, { nameOf: productName, kind: find(nudge.promotion)?.mechanic.kind }) }}.
      </p>
      <p v-if="quote && !quote.proven" class="quiet">{{ words.unproven }}</p>
      <p v-if="answer && !answer.after" class="wrong" role="alert">{{ words.waiting }}</p>
    </template>
  </div>
</template>

<style scoped>
.receipt {
  --tooth: 7px;
  background: var(--sheet);
  font-size: 13.5px;
  mask:
    conic-gradient(from -45deg at bottom, #0000, #000 1deg 89deg, #0000 90deg) bottom / calc(2 * var(--tooth)) 51%
      repeat-x,
    linear-gradient(#000 0 0) top / 100% calc(100% - var(--tooth)) no-repeat;
  padding: 12px 14px 22px;
}

.row {
  align-items: baseline;
  display: flex;
  gap: 6px;
  padding: 2px 0;
}

.what {
  overflow-wrap: anywhere;
}

.dots {
  border-bottom: 1px dotted var(--quiet);
  flex: 1;
  min-width: 12px;
  transform: translateY(-3px);
}

.gift,
.side {
  padding-right: 20px;
}

.nudge {
  font-size: 13px;
}

.cut {
  padding-left: 30px;
  padding-right: 20px;
}

input {
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  color: inherit;
  font: inherit;
  font-variant-numeric: tabular-nums;
  text-align: right;
  width: 46px;
}

.out {
  background: none;
  border: 0;
  color: var(--quiet);
  cursor: pointer;
  font-size: 11px;
  height: 24px;
  margin: -3px -5px;
  width: 24px;
}

.total {
  border-top: 1px solid var(--ink);
  font-size: 18px;
  margin-top: 8px;
  padding: 6px 20px 0 0;
}

.total i {
  flex: 1;
}
</style>
