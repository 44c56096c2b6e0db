<script setup lang="ts">
import type { HistoryAnswer, PricedProduct, TableRow } from '@novalex/contract'
import { computeMargin } from '@novalex/core'
import { computed } from 'vue'
import { text, productText as words, counted } from '@/locale/catalogue.ts'
import { formatFigure, formatPercent } from '@/locale/format.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import FloorBuffer from './FloorBuffer.vue'

/** Facts of a product at the moment; `row`: its row in the product table. */
const { priced, row, struck } = defineProps<{
  priced: PricedProduct
  row: TableRow | undefined
  struck: HistoryAnswer['struck']
}>()
const store = useStoreInfo()
const names = useNames()

const facts = computed(() => {
  const { product, shelf, floor } = priced
  const money = (amount: number | null) => (amount === null ? text.common.none : formatFigure(amount))
  const margin = product.unitCost === null ? null : computeMargin(product, shelf, store.settings)
  return [
    [words.facts.regular, money(row?.regular ?? product.regularPrice)],
    [words.facts.shelf, money(shelf)],
    [words.facts.struck, money(struck)],
    [words.facts.floor, floor > 0 ? money(floor) : text.common.none],
    [words.facts.cost, money(product.unitCost)],
    [words.facts.margin, margin === null ? text.common.none : formatPercent(margin)],
    [words.facts.stock, String(product.stock ?? text.products.unlimited)],
    [words.facts.sold, String(row?.sold ?? text.common.none)],
    [words.facts.cover, row?.cover == null ? text.common.none : counted.day(row.cover)],
    [words.facts.categories, product.categories.map(names.names.category).join(', ') || text.common.none],
    [words.facts.tags, product.tags.join(', ') || text.common.none],
    [words.facts.family, product.family ?? text.common.none],
  ]
})
</script>

<template>
  <div>
    <dl>
      <template v-for="[name, value] in facts" :key="name">
        <dt>{{ name }}</dt>
        <dd :title="name === words.facts.floor ? words.table.hints.floor : undefined">{{ value }}</dd>
      </template>
    </dl>
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

dt {
  color: var(--quiet);
}

dd {
  font-variant-numeric: tabular-nums;
}
</style>
