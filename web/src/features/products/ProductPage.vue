<script setup lang="ts">
import type { Product } from '@novalex/core'
import { computed, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import SeverityMark from '@/components/SeverityMark.vue'
import { usePageTitle } from '@/composables/usePageTitle.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { createNewDraft } from '@/features/promotions/createNewDraft.ts'
import { describeSpan } from '@/locale/describeSpan.ts'
import { text, planningText, productText as words } from '@/locale/catalogue.ts'
import { later } from '@/plugins/later.ts'
import { useFindings } from '@/stores/findings.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import ProductFacts from './ProductFacts.vue'
import ProductPrices from './ProductPrices.vue'

const ProductDialog = later(() => import('./ProductDialog.vue'))
const { sku } = defineProps<{ sku: string }>()

const router = useRouter()
const store = useStoreInfo()
const moment = useMoment()
const findings = useFindings()
const notice = useNotice()
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
  const { product, shelf } = priced.data.value
  /** The regular price at the moment, and what it is sold for. */
  const standing = { regular: row?.regular ?? product.regularPrice, shelf }
  return { priced: priced.data.value, history: history.data.value, row, promotions, standing }
})
usePageTitle(() => priced.data.value?.product.name)
const isFailing = computed(() => asked.some(({ error }) => error.value !== null))
const attempt = useAttempt()
const edited = shallowRef<Product | null>(null)

function plan({ name }: Product): void {
  void attempt(async () => {
    const draft = createNewDraft(store.settings, moment.now)
    const mechanic = { kind: 'markdown' as const, reach: { skus: [sku] }, value: { percent: 1000 } }
    const { promotion } = await call('createPromotion', { body: { ...draft, name: words.newName(name), mechanic } })
    await router.push(`/promotions/${promotion.id}`)
  })
}

function remove({ product, listing, soldElsewhere: sold }: NonNullable<typeof priced.data.value>): void {
  void attempt(async () => {
    await call('deleteProduct', { params: { sku }, query: { revision: store.info!.catalogueRevision } })
    notice.say(words.removed(product.name), {
      label: text.common.undo,
      run: () => void attempt(() => call('createProduct', { body: { product, listing, sold } })),
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
        <v-btn size="small" @click="edited = data.priced.product">{{ words.form.edit }}</v-btn>
        <v-btn size="small" @click="remove(data.priced)">{{ words.remove }}</v-btn>
        <v-btn variant="flat" @click="plan(data.priced.product)">{{ words.plan }}</v-btn>
      </header>
      <p v-for="finding in findings.ofProduct(sku)" :key="finding.id" class="finding">
        <SeverityMark :severity="finding.severity" /> {{ findings.describe(finding) }}
        <router-link to="/findings">{{ text.rail.findings }}</router-link>
      </p>
      <ProductDialog v-if="edited" :product="edited" :listing="data.priced.listing" @close="edited = null" />
      <div class="sides">
        <div>
          <ProductFacts
            :priced="data.priced"
            :listing="data.priced.listing"
            :row="data.row"
            :struck="data.history.struck"
          />
          <h2>{{ words.mayReach }}</h2>
          <p v-if="data.promotions.length === 0" class="quiet">{{ words.nobody }}</p>
          <p v-for="promotion in data.promotions" :key="promotion.id" class="reaches">
            <router-link :to="`/promotions/${promotion.id}`">{{ promotion.name }}</router-link><br /><span
              class="quiet"
              >{{ promotion.schedule.open ? planningText.occasions.openShort : describeSpan(promotion.schedule) }}</span
            >
          </p>
        </div>
        <ProductPrices :name="data.priced.product.name" :history="data.history" :standing="data.standing" />
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

.finding {
  margin-bottom: 8px;
  max-width: 820px;
}

.reaches {
  font-size: 13.5px;
  margin-top: 6px;
}
</style>
