<script setup lang="ts">
import type { HistoryAnswer, PricedProduct, TableRow } from '@novalex/contract'
import { computeMargin, type ProductListing } from '@novalex/core'
import { computed } from 'vue'
import { text, productText as words, counted } from '@/locale/catalogue.ts'
import { formatDay, formatFigure, formatPercent, formatTypedStars } from '@novalex/words'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import FloorBuffer from './FloorBuffer.vue'

/** Facts of a product at the moment; `row`: its row in the product table. */
const { priced, listing, row, struck } = defineProps<{
  priced: PricedProduct
  listing: ProductListing
  row: TableRow | undefined
  struck: HistoryAnswer['struck']
}>()
const store = useStoreInfo()
const names = useNames()

const facts = computed(() => {
  const { product, shelf, floor } = priced
  const money = (amount: number | null) => (amount === null ? text.common.none : formatFigure(amount))
  const margin = product.unitCost === null ? null : computeMargin(product, shelf, store.settings)
  const { rating, reviews, referencePrice } = listing
  const stars = rating === null ? '' : words.facts.stars(formatTypedStars(rating))
  return [
    ...(referencePrice === null ? [] : [[words.facts.reference, formatFigure(referencePrice)]]),
    [words.facts.regular, money(row?.regular ?? product.regularPrice)],
    [words.facts.shelf, money(shelf)],
    [words.facts.struck, money(struck)],
    [words.facts.floor, floor > 0 ? money(floor) : text.common.none],
    [words.facts.cost, money(product.unitCost)],
    [words.facts.margin, margin === null ? text.common.none : formatPercent(margin)],
    [words.facts.stock, String(product.stock ?? text.products.unlimited)],
    [words.facts.sold, String(row?.sold ?? text.common.none)],
    [words.facts.cover, row?.cover == null ? text.common.none : counted.day(row.cover)],
    [
      words.facts.rating,
      words.facts.ratingOf(stars, reviews === null ? '' : words.facts.reviews(reviews)) || text.common.none,
    ],
    [words.facts.categories, product.categories.map(names.names.category).join(', ') || text.common.none],
    [words.facts.tags, product.tags.join(', ') || text.common.none],
    [words.facts.family, product.family ?? text.common.none],
  ]
})
const source = computed(() =>
  words.facts.referenceFrom(
    listing.referenceSource,
    listing.referenceOn === null ? '' : formatDay(listing.referenceOn, { year: true }),
  ),
)
</script>

<template>
  <div>
    <dl>
      <template v-for="[name, value] in facts" :key="name">
        <dt>{{ name }}</dt>
        <dd :title="name === words.facts.floor ? words.table.hints.floor : undefined">{{ value }}</dd>
      </template>
    </dl>
    <p v-if="listing.referencePrice !== null" class="levels quiet">
      <template v-if="source">{{ words.facts.reference }}: {{ source }}.</template> {{ words.facts.levels }}
    </p>
    <FloorBuffer :regular="priced.product.regularPrice" :floor="priced.floor" />
  </div>
</template>

<style scoped>
dl {
  display: grid;
  gap: 4px 12px;
  grid-template-columns: max-content 1fr;
  margin-bottom: 20px;
}

.levels {
  font-size: 13.5px;
  margin: -8px 0 20px;
}

dt {
  color: var(--quiet);
}

dd {
  font-variant-numeric: tabular-nums;
}
</style>
