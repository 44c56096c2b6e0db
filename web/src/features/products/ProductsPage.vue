<script setup lang="ts">
import { NO_LISTING } from '@novalex/core'
import { computed, ref } from 'vue'
import CategoryChoice from '@/components/CategoryChoice.vue'
import LoadError from '@/components/LoadError.vue'
import { refDebounced } from '@vueuse/core'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { text, productText, repriceText, counted } from '@/locale/catalogue.ts'
import { later } from '@/plugins/later.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useProductChoice } from '@/stores/productChoice.ts'
import FilesBar from '@/features/files/FilesBar.vue'
import TakeOffDialog from '@/features/reprice/TakeOffDialog.vue'
import PriceRulesDialog from './PriceRulesDialog.vue'
import { describeFilter } from './table/columns.ts'
import ProductTable from './table/ProductTable.vue'
import ColumnChoice from './table/ColumnChoice.vue'
import SaveAsSet from './table/SaveAsSet.vue'
import { useChoiceInAddress } from './table/useChoiceInAddress.ts'
import { useProductParts } from './table/useProductParts.ts'

const ProductDialog = later(() => import('./ProductDialog.vue'))
const TYPING_MS = 200

const moment = useMoment()
const names = useNames()
const choice = useProductChoice()
const words = productText.table
const isAdding = ref(false)
useChoiceInAddress()

const search = computed({
  get: () => {
    const filter = choice.filterOf('name')
    return filter && 'text' in filter ? filter.text : ''
  },
  set: (words: string | null) => choice.setFilter('name', words?.trim() ? { column: 'name', text: words } : null),
})
const category = computed({
  get: () => {
    const filter = choice.filterOf('categories')
    return filter && 'anyOf' in filter ? (filter.anyOf[0] ?? null) : null
  },
  set: (id: string | null) =>
    choice.setFilter('categories', id === null ? null : { column: 'categories', anyOf: [id] }),
})
const isReduced = computed({
  get: () => {
    const filter = choice.filterOf('saving')
    return filter !== undefined && 'empty' in filter && !filter.empty
  },
  set: (is: boolean) => choice.setFilter('saving', is ? { column: 'saving', empty: false } : null),
})

const filters = refDebounced(
  computed(() => choice.filters),
  TYPING_MS,
)
const parts = useProductParts(() => ({ ...moment.asked, filters: filters.value, order: choice.order }))
const { total, rows, isLoading, look } = parts
const { records } = usePromotionRecords()
const promotions = computed(() => records.value?.map(({ promotion: { id, name } }) => ({ id, name })))

const chips = computed(() =>
  choice.filters
    .filter(({ column }) => column !== 'name' && column !== 'categories' && !(column === 'saving' && isReduced.value))
    .map((filter) => ({
      column: filter.column,
      title: describeFilter(
        filter,
        names.names,
        (id) => promotions.value?.find((promotion) => promotion.id === id)?.name ?? id,
      ),
    })),
)
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ text.products.title }}</h1>
      <span v-if="total !== null" class="quiet" role="status">{{ counted.product(total) }}</span>
      <span class="grow" />
      <v-btn @click="isAdding = true">{{ productText.form.add }}</v-btn>
      <FilesBar :kinds="['products', 'prices', 'stock', 'history', 'listings']" />
    </header>
    <ProductDialog v-if="isAdding" :product="null" :listing="NO_LISTING" @close="isAdding = false" />
    <div class="filters">
      <v-text-field v-model="search" data-search class="search" :label="text.common.search" clearable />
      <CategoryChoice v-model="category" class="category" :label="text.common.category" />
      <v-checkbox v-model="isReduced" :label="text.products.reduced" />
    </div>
    <div class="chosen">
      <template v-if="choice.chosen.size > 0">
        <strong>{{ words.chosen(counted.product(choice.chosen.size)) }}</strong>
        <button type="button" class="as-link" @click="choice.chooseNone()">{{ words.chooseNone }}</button>
      </template>
      <v-chip
        v-for="chip in chips"
        :key="chip.column"
        closable
        size="small"
        :close-label="words.dropFilter(chip.title)"
        @click:close="choice.setFilter(chip.column, null)"
        >{{ chip.title }}</v-chip
      >
      <span class="grow" />
      <PriceRulesDialog />
      <TakeOffDialog />
      <v-btn size="small" to="/reprice" :disabled="total === 0 || total === null">{{
        choice.chosen.size > 0
          ? repriceText.openChosen(String(choice.chosen.size))
          : repriceText.openAll(String(total ?? 0))
      }}</v-btn>
      <ColumnChoice />
      <SaveAsSet :found="total ?? 0" />
    </div>
    <LoadError :of="[parts]" />
    <ProductTable
      v-if="total !== null && (total > 0 || choice.filters.length > 0)"
      :total="total"
      :rows="rows"
      :busy="isLoading"
      :promotions="promotions ?? []"
      @look="look"
    >
      <div class="empty">
        <p>{{ isReduced && choice.filters.length === 1 ? text.products.emptyReduced : text.products.empty }}</p>
        <v-btn @click="choice.clear()">{{ text.products.clear }}</v-btn>
      </div>
    </ProductTable>
    <div v-else-if="total === 0 && !parts.error.value" class="empty">
      <p>{{ text.products.noProducts }}</p>
    </div>
    <p v-else-if="isLoading" class="quiet">{{ text.common.loading }}</p>
  </section>
</template>

<style scoped>
.page {
  padding-bottom: 0;
}

.filters {
  align-items: center;
  display: flex;
  gap: 12px;
}

.search {
  max-width: 300px;
}

.category {
  max-width: 280px;
}

.chosen {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  min-height: 32px;
  padding: 6px 0;
}

.chosen .grow {
  flex: 1;
}

.empty {
  padding: 40px 0;
  text-align: center;
}
</style>
