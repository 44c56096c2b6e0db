<script setup lang="ts">
import { computeMargin, formatAmount, formatPercent } from '@novalex/core'
import type { PricedProduct, ProductSort } from '@novalex/contract'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/api.ts'
import CategoryChoice from '@/components/CategoryChoice.vue'
import LoadError from '@/components/LoadError.vue'
import { useDebounced } from '@/composables/useDebounced.ts'
import { useLoad } from '@/composables/useLoad.ts'
import { text } from '@/locale/en.ts'
import { plural } from '@/locale/format.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import ImportDialog from './ImportDialog.vue'
import SortHead from './SortHead.vue'

const PAGE_SIZE = 50
const TYPING_MS = 200

const moment = useMoment()
const store = useStoreInfo()
const search = ref('')
const category = ref<string | null>(null)
const reduced = ref(false)
const sort = ref<ProductSort>('position')
const order = ref<'asc' | 'desc'>('asc')
const page = ref(1)
const isImporting = ref(false)
const settledSearch = useDebounced(search, TYPING_MS)

watch([settledSearch, category, reduced, sort, order], () => {
  page.value = 1
})
const { data, error, isLoading, reload } = useLoad(
  [
    () => moment.asked,
    settledSearch,
    category,
    reduced,
    sort,
    order,
    page,
    () => store.info?.catalogueRevision,
    () => store.info?.planRevision,
  ],
  (signal) =>
    api.listProducts(
      {
        ...moment.asked,
        search: settledSearch.value,
        sort: sort.value,
        order: order.value,
        page: String(page.value),
        size: String(PAGE_SIZE),
        ...(category.value ? { category: category.value } : {}),
        ...(reduced.value ? { reduced: 'true' as const } : {}),
      },
      signal,
    ),
)

const pages = computed(() => Math.ceil((data.value?.total ?? 0) / PAGE_SIZE))
const isFiltered = computed(() => search.value !== '' || category.value !== null || reduced.value)

const HEADS: readonly { key: keyof typeof text.products.columns; sort?: ProductSort }[] = [
  { key: 'name', sort: 'name' },
  { key: 'regular', sort: 'regular' },
  { key: 'shelf', sort: 'shelf' },
  { key: 'saving', sort: 'saving' },
  { key: 'floor' },
  { key: 'margin' },
  { key: 'stock', sort: 'stock' },
  { key: 'causes' },
]

function sortBy(key: ProductSort): void {
  const again = sort.value === key
  order.value = again && order.value === 'asc' ? 'desc' : 'asc'
  sort.value = key
}

function marginOf({ product, shelf }: PricedProduct): string {
  const margin = computeMargin(product, shelf, store.info!.store)
  return margin === null ? text.common.none : formatPercent(Math.round(margin / 100) * 100)
}

function clear(): void {
  search.value = ''
  category.value = null
  reduced.value = false
}

async function onImported(): Promise<void> {
  await store.refresh()
  await reload()
}
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ text.products.title }}</h1>
      <span v-if="data" class="quiet" role="status">{{ plural(data.total, 'product') }}</span>
      <span class="grow" />
      <v-btn :href="api.productFileUrl" download="products.csv">{{ text.products.export }}</v-btn>
      <v-btn variant="flat" @click="isImporting = true">{{ text.products.import }}</v-btn>
    </header>
    <div class="filters">
      <v-text-field
        v-model="search"
        data-search
        class="search"
        :label="text.common.search"
        clearable
        @click:clear="search = ''"
      />
      <CategoryChoice v-model="category" class="category" :label="text.common.category" />
      <v-checkbox v-model="reduced" :label="text.products.reduced" />
    </div>
    <LoadError v-if="error" :error="error" @retry="reload" />
    <table v-if="data && data.rows.length > 0" class="printed" :aria-busy="isLoading">
      <thead>
        <tr>
          <SortHead
            v-for="head in HEADS"
            :key="head.key"
            :title="text.products.columns[head.key]"
            :numeric="!['name', 'causes'].includes(head.key)"
            :order="head.sort === sort ? order : null"
            :sortable="head.sort !== undefined"
            @sort="head.sort && sortBy(head.sort)"
          />
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in data.rows" :key="row.product.sku">
          <td class="name">
            <router-link :to="`/products/${encodeURIComponent(row.product.sku)}`">{{ row.product.name }}</router-link>
            <span class="quiet sku">{{ row.product.sku }}</span>
          </td>
          <td class="number" :class="{ struck: row.shelf < row.product.regularPrice }">
            {{ formatAmount(row.product.regularPrice) }}
          </td>
          <td class="number shelf">{{ formatAmount(row.shelf) }}</td>
          <td class="number saves">
            <template v-if="row.shelf < row.product.regularPrice">
              {{ formatAmount(row.product.regularPrice - row.shelf) }}
            </template>
          </td>
          <td class="number quiet">{{ row.floor > 0 ? formatAmount(row.floor) : text.common.none }}</td>
          <td class="number">{{ marginOf(row) }}</td>
          <td class="number">{{ row.product.stock ?? text.products.unlimited }}</td>
          <td class="causes">
            <span v-for="cause in row.causes" :key="cause.promotion">
              <router-link :to="`/promotions/${cause.promotion}`">{{ cause.name }}</router-link>
              <span v-if="cause.cutByFloor" class="wrong"> ▲ {{ text.products.atFloor }}</span>
            </span>
          </td>
        </tr>
      </tbody>
    </table>
    <div v-else-if="data && !error" class="empty">
      <p v-if="!isFiltered">{{ text.products.noProducts }}</p>
      <template v-else>
        <p>{{ reduced && search === '' && !category ? text.products.emptyReduced : text.products.empty }}</p>
        <v-btn @click="clear">{{ text.products.clear }}</v-btn>
      </template>
    </div>
    <p v-else-if="isLoading" class="quiet">{{ text.common.loading }}</p>
    <v-pagination
      v-if="pages > 1"
      v-model="page"
      :length="pages"
      :total-visible="7"
      density="compact"
      :aria-label="text.products.page"
      class="pages"
    />
    <ImportDialog v-model="isImporting" @imported="onImported" />
  </section>
</template>

<style scoped>
.filters {
  align-items: center;
  display: flex;
  gap: 12px;
  margin-bottom: 12px;
}

.search {
  max-width: 300px;
}

.category {
  max-width: 280px;
}

.name {
  max-width: 320px;
  overflow-wrap: anywhere;
}

.sku {
  font-size: 12px;
}

.shelf {
  font-weight: 650;
}

.causes span {
  display: block;
}

.empty {
  padding: 40px 0;
  text-align: center;
}

.pages {
  margin-top: 14px;
}
</style>
