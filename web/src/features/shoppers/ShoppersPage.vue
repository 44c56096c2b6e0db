<script setup lang="ts">
import type { ShopperOrder } from '@novalex/contract'
import { useRouteQuery } from '@vueuse/router'
import { computed, watch } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { refDebounced } from '@vueuse/core'
import SortHead from '@/components/SortHead.vue'
import TablePage from '@/components/TablePage.vue'
import FilesBar from '@/features/files/FilesBar.vue'
import { text, planningText, counted, listNames } from '@/locale/catalogue.ts'
import { formatFigure } from '@novalex/words'
import { useNames } from '@/stores/names.ts'

const TYPING_MS = 200
const PAGE_SIZE = 50
const ORDERS: readonly ShopperOrder[] = ['name', '-name', 'orders', '-orders', 'spent', '-spent']
type Column = 'name' | 'orders' | 'spent'
const words = planningText.shoppers
const search = useRouteQuery('search', '')
const settled = refDebounced(search, TYPING_MS)
const order = useRouteQuery('order', 'name', {
  transform: { get: (given): ShopperOrder => ORDERS.find((one) => one === given) ?? 'name', set: String },
})
const page = useRouteQuery('page', '1', {
  transform: { get: (given) => Math.max(1, Math.floor(Number(given)) || 1), set: String },
})
const shoppers = useAnswer('findShoppers', () => ({
  query: { search: settled.value ?? '', order: order.value, page: page.value, size: PAGE_SIZE },
}))
const { data } = shoppers
const pages = computed(() => Math.ceil((data.value?.total ?? 0) / PAGE_SIZE))
watch(settled, () => {
  page.value = 1
})
const { names } = useNames()
const list = (entries: readonly string[]) => entries.join(', ') || text.common.none

const headOf = (column: Column) => ({
  title: words.columns[column],
  hint: undefined,
  numeric: column !== 'name',
  order: directionOf(column),
})
const directionOf = (column: Column): 'asc' | 'desc' | null =>
  order.value === column ? 'asc' : order.value === `-${column}` ? 'desc' : null

/** Sorts names ascending and figures descending first; a second click reverses the order. */
function sortBy(column: Column): void {
  const [first, second]: ShopperOrder[] = column === 'name' ? ['name', '-name'] : [`-${column}`, column]
  order.value = order.value === first ? second! : first!
  page.value = 1
}
</script>

<template>
  <TablePage
    :title="words.title"
    :count="data && counted.shopper(data.total)"
    :hint="words.hint"
    :asked="[shoppers]"
    :rows="data?.shoppers"
    :empty="settled ? words.emptySearch : words.empty"
  >
    <template #acts><FilesBar :kinds="['shoppers']" /></template>
    <template #filters>
      <v-text-field
        v-model="search"
        data-search
        class="search"
        :label="words.search"
        clearable
        @click:clear="search = ''"
      />
    </template>
    <template #heads>
      <SortHead v-bind="headOf('name')" @sort="sortBy('name')" />
      <th scope="col">{{ words.columns.groups }}</th>
      <th scope="col">{{ words.columns.tags }}</th>
      <SortHead v-bind="headOf('orders')" @sort="sortBy('orders')" />
      <SortHead v-bind="headOf('spent')" @sort="sortBy('spent')" />
      <th scope="col">{{ words.columns.bought }}</th>
    </template>
    <tr v-for="shopper in data?.shoppers" :key="shopper.id">
      <td>{{ shopper.name }} <span class="quiet id">{{ shopper.id }}</span></td>
      <td>{{ list(shopper.groups) }}</td>
      <td>{{ list(shopper.tags) }}</td>
      <td class="number">{{ shopper.orders }}</td>
      <td class="number">{{ formatFigure(shopper.spent) }}</td>
      <td class="quiet">{{ listNames(shopper.bought, names.product) || text.common.none }}</td>
    </tr>
    <template v-if="data" #below>
      <v-pagination
        v-if="pages > 1"
        v-model="page"
        :length="pages"
        :total-visible="7"
        density="compact"
        :aria-label="words.pages"
      />
    </template>
  </TablePage>
</template>

<style scoped>
.id {
  white-space: nowrap;
}

.search {
  margin: 12px 0;
  max-width: 300px;
}
</style>
