<script setup lang="ts">
import type { OrderSummary } from '@novalex/contract'
import { formatAmount } from '@novalex/core'
import { refDebounced } from '@vueuse/core'
import { useRouteQuery } from '@vueuse/router'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import FilesBar from '@/features/files/FilesBar.vue'
import { text } from '@/locale/en.ts'
import { sellingText } from '@/locale/enSelling.ts'
import { formatInstant } from '@/locale/format.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import OrderDetail from './OrderDetail.vue'

/** What was sold, newest first; each opens as its receipt with what made it. */
const TYPING_MS = 250
const words = sellingText.orders
const store = useStoreInfo()
const route = useRoute()
const router = useRouter()
const records = usePromotionRecords()
const search = useRouteQuery('search', '')
const settled = refDebounced(search, TYPING_MS)
const promotion = computed(() => (typeof route.query.promotion === 'string' ? route.query.promotion : null))
const open = ref<string | null>(null)
const filters = computed(() => ({
  ...((settled.value ?? '').trim() === '' ? {} : { search: settled.value }),
  ...(promotion.value === null ? {} : { promotion: promotion.value }),
}))
const asked = useAnswer('listOrders', () => ({ query: filters.value }))
const { data, error } = asked
/** Earlier ones, fetched on demand. */
const earlier = ref<OrderSummary[]>([])
const hasMore = ref<boolean | null>(null)
watch(filters, () => {
  earlier.value = []
  hasMore.value = null
})
const orders = computed(() => {
  const first = data.value?.orders ?? []
  const known = new Set(first.map(({ id }) => id))
  return [...first, ...earlier.value.filter(({ id }) => !known.has(id))]
})
const isMore = computed(() => hasMore.value ?? data.value?.hasMore ?? false)

async function showMore(): Promise<void> {
  const last = orders.value.at(-1)
  if (!last) return
  const answer = await call('listOrders', { query: { ...filters.value, before: last.id } })
  earlier.value = [...earlier.value, ...answer.orders]
  hasMore.value = answer.hasMore
}

const nameOf = (id: string) => records.all.value?.find(({ promotion: { id: own } }) => own === id)?.promotion.name ?? id
const whoOf = ({ shopper, name, email }: OrderSummary) => shopper?.name ?? name ?? email ?? words.guest
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone })
function toggle(id: string): void {
  open.value = open.value === id ? null : id
}
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span class="grow" />
      <FilesBar :kinds="['orders']" />
    </header>
    <p class="quiet">{{ words.hint }}</p>
    <p v-if="promotion !== null">
      {{ words.only(nameOf(promotion)) }}
      <button type="button" class="as-link" @click="router.push('/orders')">{{ words.all }}</button>
    </p>
    <v-text-field
      v-model="search"
      data-search
      class="search"
      :label="words.search"
      clearable
      @click:clear="search = ''"
    />
    <LoadError :of="[asked]" />
    <p v-if="!data && !error" class="quiet">{{ text.common.loading }}</p>
    <p v-else-if="orders.length === 0" class="empty">{{ settled || promotion ? words.emptySearch : words.empty }}</p>
    <table v-else class="printed">
      <colgroup>
        <col class="number-col" />
        <col class="at" />
        <col class="who" />
        <col class="units" />
        <col />
        <col class="total" />
      </colgroup>
      <thead>
        <tr>
          <th scope="col">{{ words.columns.number }}</th>
          <th scope="col">{{ words.columns.at }}</th>
          <th scope="col" class="wrap">{{ words.columns.who }}</th>
          <th scope="col" class="number">{{ words.columns.units }}</th>
          <th scope="col" class="wrap">{{ words.columns.promotions }}</th>
          <th scope="col" class="number">{{ words.columns.total }}</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="order in orders" :key="order.id">
          <tr class="opens" :class="{ gone: order.state === 'cancelled' }" @click="toggle(order.id)">
            <td>
              <button type="button" class="as-link" :aria-expanded="open === order.id" @click.stop="toggle(order.id)">
                {{ order.number }}
              </button>
              <br v-if="order.state === 'cancelled'" /><span v-if="order.state === 'cancelled'" class="wrong">{{
                words.cancelled
              }}</span>
            </td>
            <td>{{ when(order.placedAt) }}</td>
            <td class="wrap">{{ whoOf(order) }}</td>
            <td class="number">{{ order.units }}</td>
            <td class="wrap quiet">
              {{ order.state === 'past' ? words.past : order.promotions.map(nameOf).join(' · ') || text.common.none }}
            </td>
            <td class="number">{{ formatAmount(order.grand) }}</td>
          </tr>
          <tr v-if="open === order.id">
            <td colspan="6"><OrderDetail :id="order.id" /></td>
          </tr>
        </template>
      </tbody>
    </table>
    <v-btn v-if="isMore" class="more" @click="showMore">{{ words.more }}</v-btn>
  </section>
</template>

<style scoped>
table {
  table-layout: fixed;
}

table.printed td {
  vertical-align: baseline;
}

.number-col {
  width: 142px;
}

.at {
  width: 176px;
}

.who {
  width: 170px;
}

.units {
  width: 56px;
}

.total {
  width: 86px;
}

.opens {
  cursor: pointer;
}

.search {
  margin: 12px 0;
  max-width: 360px;
}

.wrap {
  padding-left: 14px;
  overflow-wrap: anywhere;
  white-space: normal;
}

.gone td.number {
  text-decoration: line-through;
}

.more {
  margin-top: 12px;
}

.empty {
  padding: 40px 0;
  text-align: center;
}
</style>
