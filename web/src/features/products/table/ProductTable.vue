<script setup lang="ts">
import type { TableRow } from '@novalex/contract'
import type { ListColumn, NumberColumn, TableColumn } from '@novalex/core'
import { computed, watch } from 'vue'
import SortHead from '@/components/SortHead.vue'
import { useRowWindow } from '@/composables/useRowWindow.ts'
import { productText, text } from '@/locale/catalogue.ts'
import { useProductChoice } from '@/stores/productChoice.ts'
import ColumnFilter from './ColumnFilter.vue'
import { showNumber } from './columns.ts'
import { useTableColumns } from './useTableColumns.ts'

/** All products found, as many as there are; only the rows in sight are drawn. */
const { total, rows, promotions } = defineProps<{
  total: number
  rows: ReadonlyMap<number, TableRow>
  busy: boolean
  promotions: readonly { readonly id: string; readonly name: string }[]
}>()
const emit = defineEmits<{ look: [from: number, to: number] }>()

const ROW_HEIGHT = 34
const words = productText.table
const choice = useProductChoice()

const { shown } = useTableColumns()
const heads = computed((): readonly { column: TableColumn; filters: readonly (NumberColumn | ListColumn)[] }[] => [
  { column: 'name', filters: ['tags', 'family'] },
  ...shown.value.map((column) => ({ column, filters: [column] })),
  { column: 'promotions', filters: ['promotions'] },
])
/** Columns of numbers are no narrower than this, whatever else has to give. */
const leastWidth = computed(() => `${380 + 70 * shown.value.length}px`)
/** With the boxes, the name and the promotions. */
const width = computed(() => shown.value.length + 3)

const { scroller, items, above, below } = useRowWindow(() => total, ROW_HEIGHT)
watch(items, (drawn) => emit('look', drawn[0]?.index ?? 0, drawn.at(-1)?.index ?? 0))
watch([() => choice.filters, () => choice.order], () => scroller.value?.scrollTo({ top: 0 }))

function sortBy(column: TableColumn): void {
  const { order } = choice
  if (order?.column !== column) choice.order = { column, descending: column !== 'name' }
  else if (order.descending === (column !== 'name')) choice.order = { column, descending: !order.descending }
  else choice.order = null
}

const orderOf = (column: TableColumn) =>
  choice.order?.column === column ? (choice.order.descending ? 'desc' : 'asc') : null
</script>

<template>
  <div ref="scroller" class="long-table" tabindex="0" :aria-label="words.title">
    <table class="printed" :aria-busy="busy" :aria-rowcount="total + 1">
      <thead>
        <tr aria-rowindex="1">
          <th scope="col">
            <span class="visually-hidden">{{ words.choose }}</span>
          </th>
          <SortHead
            v-for="{ column, filters } in heads"
            :key="column"
            :class="`head-${column}`"
            :title="words.columns[column]"
            :hint="words.hints[column]"
            :numeric="column !== 'name' && column !== 'promotions'"
            :order="orderOf(column)"
            @sort="sortBy(column)"
          >
            <ColumnFilter :title="words.columns[column]" :columns="filters" :promotions="promotions" />
          </SortHead>
        </tr>
      </thead>
      <tbody>
        <tr v-if="total === 0">
          <td :colspan="width"><slot /></td>
        </tr>
        <tr v-if="above > 0" aria-hidden="true" :style="{ height: `${above}px` }">
          <td :colspan="width" />
        </tr>
        <tr v-for="{ index } in items" :key="index" class="row" :aria-rowindex="index + 2">
          <template v-for="row in [rows.get(index)]" :key="row?.product.sku ?? index">
            <template v-if="row">
              <td>
                <input
                  type="checkbox"
                  :checked="choice.chosen.has(row.product.sku)"
                  :aria-label="words.chooseOne(row.product.name)"
                  @change="choice.choose(row.product.sku, ($event.target as HTMLInputElement).checked)"
                />
              </td>
              <td class="name" :title="`${row.product.name} ${row.product.sku}`">
                <router-link :to="`/products/${encodeURIComponent(row.product.sku)}`">{{
                  row.product.name
                }}</router-link>
                {{ ' ' }}<span class="quiet sku">{{ row.product.sku }}</span>
              </td>
              <td v-for="column in shown" :key="column" class="number" :class="column">
                {{ showNumber(row, column) }}
              </td>
              <td class="causes" :title="row.causes.map((cause) => cause.name).join(', ')">
                <template v-for="(cause, place) in row.causes" :key="cause.promotion">
                  <template v-if="place > 0">, </template>
                  <router-link :to="`/promotions/${cause.promotion}`">{{ cause.name }}</router-link>
                  <span v-if="cause.cutByFloor" class="wrong"> ▲ {{ text.products.atFloor }}</span>
                </template>
              </td>
            </template>
            <td v-else :colspan="width" class="quiet">…</td>
          </template>
        </tr>
        <tr v-if="below > 0" aria-hidden="true" :style="{ height: `${below}px` }">
          <td :colspan="width" />
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
table.printed {
  min-width: v-bind(leastWidth);
}

thead th:first-child {
  width: 26px;
}

/* Headings of numbers are longer than the numbers: on up to three lines. */
thead th {
  line-height: 1.25;
  vertical-align: bottom;
  white-space: normal;
}

thead th:not(:first-child, :nth-child(2), :last-child) {
  width: 70px;
}

thead .head-reference.head-reference,
thead .head-sold.head-sold {
  width: 92px;
}

thead th:last-child {
  width: 160px;
}

.row > td {
  height: 34px;
}

.shelf {
  font-weight: 650;
}

.saving {
  color: var(--saves);
}

.struck {
  color: var(--quiet);
}

.floor,
.cost {
  color: var(--quiet);
}
</style>
