<script setup lang="ts">
import { type CartLine, type Product, firstOf } from '@novalex/core'
import { computed } from 'vue'
import { text } from '@/locale/catalogue.ts'
import { formatFigure, formatInstant } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import type { Compared, EdgePrices } from '@/workers/tillPricing.ts'
import { useTillCart } from './useTill.ts'

/** Edge cases of each limit: carts for the till, moments to go to, and sales figures. */
const { edges, products } = defineProps<{ edges: EdgePrices | null; products: readonly Product[] }>()

interface Row extends Compared {
  readonly title: string
  /** Explanation, where the title isn't enough. */
  readonly spoken?: string
  readonly isHere: boolean
  /** Null where there is nowhere to go. */
  readonly go: (() => void) | null
}

const moment = useMoment()
const store = useStoreInfo()
const till = useTillCart()
const words = text.edges

const nameOf = (sku: string) => products.find((product) => product.sku === sku)?.name ?? sku
const cartOf = (lines: readonly CartLine[]) =>
  lines.map(({ sku, quantity }) => `${quantity} × ${nameOf(sku)}`).join(', ')
/** All carts of one product alone: it is named once, above their numbers. */
const onlyProduct = (carts: EdgePrices['carts']) => {
  const skus = new Set(carts.flatMap(({ lines }) => lines.map(({ sku }) => sku)))
  return skus.size === 1 && carts.length > 1 ? nameOf([...skus][0]!) : ''
}
const hasCart = (lines: readonly CartLine[]) =>
  lines.length === till.lines.length &&
  lines.every(({ sku, quantity }) => till.lines.some((one) => one.product.sku === sku && one.quantity === quantity))

const parts = computed<{ hint: string; head: string; rows: Row[] }[]>(() => {
  if (!edges) return []
  // Neighbouring limits may have a cart in common.
  const different = [...new Map(edges.carts.map((edge) => [cartOf(edge.lines), edge])).values()]
  const only = onlyProduct(different)
  const carts = different.map(({ lines, ...prices }): Row => ({
    ...prices,
    title: only === '' ? cartOf(lines) : `${firstOf(lines).quantity} ×`,
    spoken: cartOf(lines),
    isHere: hasCart(lines),
    go: () => {
      till.fill(lines, products)
      if (edges.asOf !== null) moment.moveTo(edges.asOf)
    },
  }))
  const fixed = (title: string, prices: Compared): Row => ({ ...prices, title, isHere: false, go: null })
  const facts = edges.facts.map((edge) => fixed(words.facts[edge.limit](edge.found, edge.left), edge))
  const shoppers = edges.shoppers.map((edge) => fixed(words.shoppers[edge.limit](edge.shopper[edge.limit] ?? 0), edge))
  const moments = edges.moments.map(({ at, side, ...prices }): Row => ({
    ...prices,
    title: formatInstant(at, { zone: store.zone, year: false, seconds: side === 'before' }),
    isHere: at === moment.chosen,
    go: () => {
      moment.moveTo(at)
    },
  }))
  const sample = cartOf(edges.sample)
  const { asOf } = edges
  const cartsHint =
    asOf === null ? words.cartsHint : words.cartsHintThen(formatInstant(asOf, { zone: store.zone, year: false }))
  return [
    { hint: cartsHint, head: only, rows: carts },
    { hint: words.factsHint, head: sample, rows: facts },
    { hint: words.shoppersHint, head: sample, rows: shoppers },
    { hint: words.hint, head: sample, rows: moments },
  ].filter(({ rows }) => rows.length > 0)
})
</script>

<template>
  <section v-if="edges && products.length > 0">
    <h2>{{ words.title }}</h2>
    <p v-if="parts.length === 0" class="quiet">{{ words.none }}</p>
    <p v-if="edges.isFitted && till.shopper !== 'fitting' && parts.length > 0" class="quiet">{{ words.fitted }}</p>
    <template v-for="part in parts" :key="part.hint">
      <p class="quiet">{{ part.hint }}</p>
      <table class="printed">
        <thead>
          <tr>
            <th>{{ part.head }}</th>
            <th class="number">{{ words.without }}</th>
            <th class="number">{{ words.with }}</th>
            <th class="number">{{ words.saves }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, index) in part.rows" :key="index" :class="{ here: row.isHere }">
            <td>
              <button v-if="row.go" type="button" class="as-link" :aria-label="row.spoken" @click="row.go">
                {{ row.title }}
              </button>
              <template v-else>{{ row.title }}</template>
            </td>
            <td class="number">{{ formatFigure(row.without) }}</td>
            <td class="number">
              <strong>{{ formatFigure(row.with) }}</strong>
            </td>
            <td class="number">
              {{ row.saves === 0 ? text.common.none : formatFigure(row.saves) }}
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
th:first-child {
  white-space: normal;
}

.here {
  background: var(--wash);
}

p {
  font-size: 13px;
  margin: 8px 0 4px;
}

td:first-child {
  overflow-wrap: anywhere;
}
</style>
