<script setup lang="ts">
import type { HistoryAnswer } from '@novalex/contract'
import { computeMargin, DAY_MS, formatAmount, formatPercent, PRIOR_DAYS, toLocal } from '@novalex/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/api.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { createNewDraft } from '@/features/promotions/createNewDraft.ts'
import { describeSpan } from '@/locale/describeSpan.ts'
import { text } from '@/locale/en.ts'
import { planningText } from '@/locale/enPlanning.ts'
import { productText as words } from '@/locale/enProducts.ts'
import { formatEnd, formatInstant, plural } from '@/locale/format.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import FloorBuffer from './FloorBuffer.vue'
import { describePrior } from './describePrior.ts'
import PriceBySales from './PriceBySales.vue'
import PriceChart from './PriceChart.vue'

const { sku } = defineProps<{ sku: string }>()

const NEAR_DAYS = 75
const SHOWN_SPANS = 40
const router = useRouter()
const store = useStoreInfo()
const moment = useMoment()
const names = useNames()
const notice = useNotice()
const isWhole = ref(false)
const priced = useAnswer('getProduct', () => ({ params: { sku }, query: moment.asked }))
const history = useAnswer('getProductHistory', () => ({ params: { sku }, query: moment.asked }))
const meetings = useAnswer('getMeetings', () => ({ query: { sku } }))
const table = useAnswer('getProductTable', () => ({
  body: { ...moment.asked, filters: [{ column: 'sku' as const, text: sku }], order: null, from: 0, count: 200 },
}))
const asked = [priced, history, meetings, table]
const { records } = usePromotionRecords()
const data = computed(() => {
  if (!priced.data.value || !history.data.value || !meetings.data.value || !table.data.value) return null
  const found = meetings.data.value.promotions.flatMap(
    (id) => records.value?.find(({ promotion }) => promotion.id === id) ?? [],
  )
  const row = table.data.value.rows.find(({ product }) => product.sku === sku)
  const promotions = found.map(({ promotion }) => promotion)
  return { priced: priced.data.value, history: history.data.value, row, promotions }
})
const isFailing = computed(() => asked.some(({ error }) => error.value !== null))
const attempt = useAttempt()

const range = computed(() => {
  const spans = data.value!.history.spans
  const [first, last] = [Date.parse(spans[0]!.from), Date.parse(spans.at(-1)!.until)]
  if (isWhole.value) return { from: first, until: last }
  const near = NEAR_DAYS * DAY_MS
  return { from: Math.max(first, moment.instant - near), until: Math.min(last, moment.instant + near) }
})
/** Newest first: what is planned, then the past. */
const shown = computed(() =>
  data
    .value!.history.spans.filter(
      ({ from, until }) => Date.parse(until) > range.value.from && Date.parse(from) < range.value.until,
    )
    .toReversed()
    .slice(0, SHOWN_SPANS),
)
const facts = computed(() => {
  const { product, shelf, floor } = data.value!.priced
  const money = (amount: number | null) => (amount === null ? text.common.none : formatAmount(amount))
  const margin = product.unitCost === null ? null : computeMargin(product, shelf, store.info!.store)
  return [
    [words.facts.regular, money(data.value!.row?.regular ?? product.regularPrice)],
    [words.facts.shelf, money(shelf)],
    [words.facts.struck, money(data.value!.history.struck)],
    [words.facts.floor, floor > 0 ? money(floor) : text.common.none],
    [words.facts.cost, money(product.unitCost)],
    [words.facts.margin, margin === null ? text.common.none : formatPercent(margin)],
    [words.facts.stock, String(product.stock ?? text.products.unlimited)],
    [words.facts.sold, String(data.value!.row?.sold ?? text.common.none)],
    [words.facts.cover, data.value!.row?.cover == null ? text.common.none : plural(data.value!.row.cover, 'day')],
    [words.facts.categories, product.categories.map(names.names.category).join(', ') || text.common.none],
    [words.facts.tags, product.tags.join(', ') || text.common.none],
    [words.facts.family, product.family ?? text.common.none],
  ]
})
/** The regular price at the moment, and what it is sold for. */
const standing = computed(() => {
  const { product, shelf } = data.value!.priced
  return { regular: data.value!.row?.regular ?? product.regularPrice, shelf }
})
function causeOf({ promotions, source, from }: HistoryAnswer['spans'][number]): string {
  const by = promotions.map((id) => data.value!.history.names[id] ?? id).join(', ') || words.regularCause
  if (source === 'imported') return `${words.sources.imported}`
  return Date.parse(from) >= moment.now ? `${by} · ${words.planned}` : by
}

function plan(): void {
  void attempt(async () => {
    const { name } = data.value!.priced.product
    const draft = createNewDraft(store.info!.store, moment.now)
    const mechanic = { kind: 'markdown' as const, reach: { skus: [sku] }, value: { percent: 1000 } }
    const { promotion } = await api.createPromotion({ ...draft, name: words.newName(name), mechanic })
    await router.push(`/promotions/${promotion.id}`)
  })
}

function remove(): void {
  const { priced, row } = data.value!
  const { product } = priced
  void attempt(async () => {
    await api.deleteProduct(sku, store.info!.catalogueRevision)
    notice.say(words.removed(product.name), {
      label: text.common.undo,
      run: () => void attempt(() => api.createProduct({ product, sold: row?.sold ?? null })),
    })
    await router.push('/products')
  })
}
</script>

<template>
  <section class="page">
    <router-link to="/products">{{ words.back }}</router-link>
    <LoadError :of="asked" />
    <p v-if="!data && !isFailing" class="quiet">{{ text.common.loading }}</p>
    <template v-else-if="data">
      <header class="page-head">
        <h1>{{ data.priced.product.name }}</h1>
        <span class="quiet">{{ sku }}</span>
        <span class="grow" />
        <v-btn size="small" @click="remove">{{ words.remove }}</v-btn>
        <v-btn variant="flat" @click="plan">{{ words.plan }}</v-btn>
      </header>
      <div class="sides">
        <div>
          <dl>
            <template v-for="[name, value] in facts" :key="name">
              <dt>{{ name }}</dt>
              <dd>{{ value }}</dd>
            </template>
          </dl>
          <FloorBuffer :regular="data.priced.product.regularPrice" :floor="data.priced.floor" />
          <h2>{{ words.mayReach }}</h2>
          <p v-if="data.promotions.length === 0" class="quiet">{{ words.nobody }}</p>
          <p v-for="promotion in data.promotions" :key="promotion.id" class="reaches">
            <router-link :to="`/promotions/${promotion.id}`">{{ promotion.name }}</router-link><br /><span
              class="quiet"
              >{{ promotion.schedule.open ? planningText.occasions.openShort : describeSpan(promotion.schedule) }}</span
            >
          </p>
        </div>
        <div>
          <p class="prior" role="status">
            {{
              describePrior(data.history, standing, {
                zone: store.zone,
                days: store.info!.store.priorDays ?? PRIOR_DAYS,
              })
            }}
          </p>
          <header class="through">
            <h2>{{ words.through }}</h2>
            <button type="button" class="as-link" @click="isWhole = !isWhole">
              {{ isWhole ? words.near : words.whole }}
            </button>
          </header>
          <PriceChart
            v-bind="range"
            :spans="data.history.spans"
            :now="moment.now"
            :moment="moment.instant"
            :zone="store.zone"
            :label="words.chart(data.priced.product.name)"
          />
          <table class="printed">
            <thead>
              <tr>
                <th scope="col">{{ words.spans.when }}</th>
                <th scope="col" class="number">{{ words.spans.regular }}</th>
                <th scope="col" class="number">{{ words.spans.price }}</th>
                <th scope="col">{{ words.spans.cause }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="span in shown" :key="span.from">
                <td>
                  {{ formatInstant(Date.parse(span.from), { zone: store.zone }) }}
                  <span v-if="span !== data.history.spans.at(-1)" class="quiet">{{
                    words.until(formatEnd(toLocal(Date.parse(span.until), store.zone)))
                  }}</span>
                </td>
                <td class="number" :class="{ struck: span.price < span.regular }">{{ formatAmount(span.regular) }}</td>
                <td class="number">
                  <strong>{{ formatAmount(span.price) }}</strong>
                </td>
                <td>{{ causeOf(span) }}</td>
              </tr>
            </tbody>
          </table>
          <PriceBySales v-for="one in data.history.bySales" :key="one.promotion" :by-sales="one" />
        </div>
      </div>
    </template>
  </section>
</template>

<style scoped>
.sides {
  align-items: start;
  display: grid;
  gap: 32px;
  grid-template-columns: 290px minmax(0, 1fr);
}

h1 {
  overflow-wrap: anywhere;
}

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

.reaches {
  font-size: 13.5px;
  margin-top: 6px;
}

.prior {
  border-left: 3px solid var(--moment);
  margin-bottom: 14px;
  padding-left: 10px;
}

.through {
  align-items: baseline;
  display: flex;
  gap: 14px;
  margin-bottom: 6px;
}

table {
  margin-top: 14px;
}
</style>
