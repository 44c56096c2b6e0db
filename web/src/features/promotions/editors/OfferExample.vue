<script setup lang="ts">
import type { Product } from '@novalex/core'
import { computed, watch } from 'vue'
import { text } from '@/locale/en.ts'
import { formatMoney } from '@/locale/format.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { computeExamples } from './computeExamples.ts'
import FloorNote from '@/components/FloorNote.vue'

/** The rule in carts of real products from its reach, by itself: what they cost without it and with it. */
const { draft, record, reach: data } = usePromotion()
const store = useStoreInfo()
const names = useNames()
const products = computed<Product[]>(() => {
  const all = (data.value?.reaches ?? []).flatMap(({ sample }) => sample)
  return [...new Map(all.map((product) => [product.sku, product])).values()]
})
watch(products, (found) => {
  names.learnProducts(found)
})

const isEmpty = computed(() => data.value?.reaches.some((reach) => reach.products === 0))
const examples = computed(() =>
  computeExamples(toPromotion(record.value, draft.value), {
    store: store.settings,
    categories: names.categories,
    products: products.value,
    sets: names.sets.map(({ set }) => set),
  }),
)
const nameOf = (sku: string) => products.value.find((product) => product.sku === sku)?.name ?? sku
</script>

<template>
  <div v-if="data" class="live-example" aria-live="polite">
    <p v-if="isEmpty" class="wrong">▲ {{ text.promotion.reach.nothing }}</p>
    <ul v-if="!isEmpty">
      <li v-for="(example, index) in examples" :key="index">
        {{ example.lines.map(({ sku, quantity }) => `${quantity} × ${nameOf(sku)}`).join(', ') }}:
        <template v-if="example.after !== example.before">
          <span class="struck">{{ formatMoney(example.before) }}</span> →
          <strong>{{ formatMoney(example.after) }}</strong>
        </template>
        <template v-else>{{ formatMoney(example.before) }}</template>
        <span v-if="example.gifts.length > 0" class="saves">
          + {{ example.gifts.map(({ sku, quantity }) => `${quantity} × ${nameOf(sku)}`).join(', ') }}</span
        >
      </li>
    </ul>
    <FloorNote :found="data" />
  </div>
</template>
