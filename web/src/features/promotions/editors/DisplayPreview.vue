<script setup lang="ts">
import {
  bindMechanic,
  computeFloor,
  computeMarkdown,
  computePriceFacts,
  type LabelFacts,
  type Product,
} from '@novalex/core'
import type { ShopProduct } from '@novalex/contract'
import { computed } from 'vue'
import { isShownIn, labelOfOffer, writeLabel } from '@/locale/describeDisplay.ts'
import ShopOffer from '@/features/shop/ShopOffer.vue'
import ShopPrice from '@/features/shop/ShopPrice.vue'
import { planningText } from '@/locale/enPlanning.ts'
import { shopText } from '@/locale/enShop.ts'
import { wordsOf } from '@/mechanics/words.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

/** The parts of the shop that show the promotion, on a product of its reach, as the texts stand now. */
const { draft, record, reach } = usePromotion()
const store = useStoreInfo()
const names = useNames()
const words = planningText.display

const promotion = computed(() => toPromotion(record.value, draft.value))
const display = computed(() => promotion.value.display)
const product = computed<Product | undefined>(() => {
  const sample = reach.value?.reaches[0]?.sample ?? []
  return sample[Math.floor(sample.length / 2)]
})
const sale = computed<ShopProduct | null>(() => {
  const { mechanic } = promotion.value
  const one = product.value
  const act = bindMechanic(mechanic)
  if (!one || act.phase !== 1) return null
  const value = act.valueFor(one.sku, one.regularPrice)
  const unit = { regular: one.regularPrice, current: one.regularPrice, floor: computeFloor(one, store.settings) }
  const price = one.regularPrice - (value ? computeMarkdown(value, act.rounding, unit).amount : 0)
  const facts = computePriceFacts(one.regularPrice, price)
  return {
    sku: one.sku,
    name: one.name,
    categories: [],
    root: null,
    price,
    struck: price < one.regularPrice ? one.regularPrice : null,
    percentOff: facts.percent ?? 0,
    until: null,
    inStock: true,
    left: null,
    displays: display.value ? [display.value] : [],
  }
})
const label = computed(() => {
  const facts: LabelFacts | null =
    sale.value && computePriceFacts(sale.value.struck ?? sale.value.price, sale.value.price)
  return facts ? writeLabel(display.value?.label, facts) : labelOfOffer(promotion.value)
})
const isUnfilled = computed(() => Boolean(display.value?.label) && label.value === null)
const cartWords = computed(() => {
  const { code, mechanic } = promotion.value
  if (code && 'text' in code) return shopText.byCode(code.text)
  return (isShownIn(display.value, 'cart') && display.value?.title) || wordsOf(mechanic).cause
})
</script>

<template>
  <div class="live-example preview" aria-live="polite">
    <p class="quiet">{{ words.preview }}</p>
    <p v-if="isUnfilled" class="wrong">▲ {{ words.noLabel }}</p>
    <p v-if="draft.code !== null" class="quiet">{{ words.codeHidden }}</p>
    <template v-if="sale">
      <p>{{ sale.name }}</p>
      <ShopPrice :product="sale" :place="isShownIn(display, 'list') ? 'list' : 'product'" />
    </template>
    <ShopOffer
      v-else-if="draft.code === null && isShownIn(display, 'product')"
      :promotion="promotion"
      :names="names.names"
    />
    <p>
      <span class="quiet">{{ words.inCart }}:</span> {{ cartWords }}
    </p>
  </div>
</template>

<style scoped>
.preview {
  display: grid;
  gap: 6px;
}
</style>
