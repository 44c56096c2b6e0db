<script setup lang="ts">
import type { OrderSummary } from '@novalex/contract'
import { lastOf } from '@novalex/core'
import { refDebounced } from '@vueuse/core'
import { useRouteQuery } from '@vueuse/router'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAnswerPages } from '@/api/useAnswerPages.ts'
import TablePage from '@/components/TablePage.vue'
import FilesBar from '@/features/files/FilesBar.vue'
import { text, sellingText } from '@/locale/catalogue.ts'
import { formatFigure, formatInstant, nameChannel } from '@novalex/words'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import OrderDetail from './OrderDetail.vue'

/** Orders, newest first; each opens as its receipt. */
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
const asked = useAnswerPages(
  'listOrders',
  () => ({ query: filters.value }),
  ({ orders }) => lastOf(orders).id,
)
const { pages, hasMore, showMore, isFetchingMore } = asked
const orders = computed(() => pages.value?.flatMap((page) => page.orders))
const { number, at, who, channel, units, promotions, total } = words.columns
const COLUMNS = [
  { title: number, width: 138 },
  { title: at, width: 168 },
  { title: who, width: 120, wraps: true },
  { title: channel, width: 116, wraps: true },
  { title: units, width: 56, number: true },
  { title: promotions, wraps: true },
  { title: total, width: 86, number: true },
]

const nameOf = (id: string) => records.all.value?.find(({ promotion: { id: own } }) => own === id)?.promotion.name ?? id
const whoOf = ({ shopper, name, email }: OrderSummary) => shopper?.name ?? name ?? email ?? words.guest
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone })
function toggle(id: string): void {
  open.value = open.value === id ? null : id
}
</script>

<template>
  <TablePage
    :title="words.title"
    :hint="words.hint"
    :asked="[asked]"
    :rows="orders"
    :empty="settled || promotion ? words.emptySearch : words.empty"
    :columns="COLUMNS"
    fixed
  >
    <template #acts><FilesBar :kinds="['orders']" /></template>
    <template #filters>
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
    </template>
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
        <td class="wrap">{{ nameChannel(order.channel) }}</td>
        <td class="number">{{ order.units }}</td>
        <td class="wrap quiet">
          {{ order.state === 'past' ? words.past : order.promotions.map(nameOf).join(' · ') || text.common.none }}
        </td>
        <td class="number">{{ formatFigure(order.grand) }}</td>
      </tr>
      <tr v-if="open === order.id">
        <td colspan="7"><OrderDetail :id="order.id" /></td>
      </tr>
    </template>
    <template #below>
      <v-btn v-if="hasMore" class="more" :disabled="isFetchingMore" @click="showMore">{{ words.more }}</v-btn>
    </template>
  </TablePage>
</template>

<style scoped>
table.printed td {
  vertical-align: baseline;
}

.opens {
  cursor: pointer;
}

.search {
  margin: 12px 0;
  max-width: 460px;
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
</style>
