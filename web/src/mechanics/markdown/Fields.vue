<script setup lang="ts">
import { reachesOf, type Markdown, type Rounding, type Value } from '@novalex/core'
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { text, offerText } from '@/locale/catalogue.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import RoundingEditor from '@/components/RoundingEditor.vue'
import TiersEditor from '../shared/TiersEditor.vue'
import ReadsLarger from '../shared/ReadsLarger.vue'
import { useMechanic } from '../shared/useMechanic.ts'
import PriceListFields from '../shared/PriceListFields.vue'
import { SALE_KINDS } from '../shared/valueKinds.ts'

type Kind = 'percent' | 'amount' | 'price' | 'bands' | 'prices'

type Content = Pick<Markdown, 'value' | 'bands' | 'prices'>

const { patch, forget } = usePromotion()
const { mechanic } = useMechanic<'markdown'>()
const words = text.promotion.value

const KINDS = computed<readonly { kind: Kind; title: string }[]>(() => [
  { kind: 'percent', title: words.percent },
  { kind: 'amount', title: words.amount },
  { kind: 'price', title: words.price },
  { kind: 'bands', title: words.bands },
  ...(mechanic.value.prices ? [{ kind: 'prices' as const, title: words.prices }] : []),
])
const kind = computed<Kind>(() => {
  const { value, bands, prices } = mechanic.value
  if (prices) return 'prices'
  if (bands || !value) return 'bands'
  return 'percent' in value ? 'percent' : 'amount' in value ? 'amount' : 'price'
})

const FIRST: Readonly<Record<Exclude<Kind, 'prices'>, Content>> = {
  percent: { value: { percent: 1000, of: 'regular' } },
  amount: { value: { amount: 100, per: 'unit' } },
  price: { value: { price: 100 } },
  bands: { bands: [{ from: 0, value: { percent: 1000 } }] },
}

function setMechanic(changes: Content): void {
  const { kind: mechanicKind, rounding } = mechanic.value
  // What lists its products by price keeps them as its reach when it does so no longer.
  const [reach = {}] = changes.prices ? [mechanic.value.reach] : reachesOf(mechanic.value)
  patch({ mechanic: { kind: mechanicKind, reach, ...(rounding ? { rounding } : {}), ...changes } })
}

function setKind(next: Kind): void {
  if (next === kind.value || next === 'prices') return
  forget('mechanic')
  setMechanic(FIRST[next])
}

function setValue(value: Value): void {
  setMechanic({ value })
}

function setRounding(rounding: Rounding | undefined): void {
  const { rounding: _old, ...rest } = mechanic.value
  patch({ mechanic: { ...rest, ...(rounding ? { rounding } : {}) } })
}

const number = (key: 'percent' | 'amount' | 'price') =>
  computed<number>({
    get: () => (mechanic.value.value as Record<string, number> | undefined)?.[key] ?? 0,
    set: (given) => {
      const { value } = mechanic.value
      const of = value && 'percent' in value && value.of ? { of: value.of } : {}
      if (key === 'percent') setValue({ percent: given, ...of })
      else setValue(key === 'amount' ? { amount: given, per: 'unit' } : { price: given })
    },
  })
const percent = number('percent')
const amount = number('amount')
const price = number('price')
const isOfRegular = computed({
  get: () =>
    mechanic.value.value !== undefined && 'percent' in mechanic.value.value && mechanic.value.value.of === 'regular',
  set: (is) => {
    setValue({ percent: percent.value, ...(is ? { of: 'regular' as const } : {}) })
  },
})
</script>

<template>
  <v-btn-toggle :model-value="kind" :aria-label="words.legend" @update:model-value="setKind">
    <v-btn v-for="one in KINDS" :key="one.kind" :value="one.kind" size="small">{{ one.title }}</v-btn>
  </v-btn-toggle>
  <div v-if="kind === 'percent'" class="row">
    <TypedField v-model="percent" kind="percent" path="mechanic.value.percent" :label="words.percentLabel" />
    <v-select
      v-model="isOfRegular"
      :label="words.of"
      :items="[
        { value: false, title: words.ofCurrent },
        { value: true, title: words.ofRegular },
      ]"
    />
  </div>
  <TypedField
    v-else-if="kind === 'amount'"
    v-model="amount"
    kind="money"
    path="mechanic.value.amount"
    :label="words.amountLabel"
  />
  <TypedField
    v-else-if="kind === 'price'"
    v-model="price"
    kind="money"
    path="mechanic.value.price"
    :label="words.priceLabel"
  />
  <TiersEditor
    v-else-if="kind === 'bands'"
    :tiers="mechanic.bands ?? []"
    measure="money"
    :kinds="SALE_KINDS"
    path="mechanic.bands"
    :words="offerText.bands"
    @change="(bands) => setMechanic({ bands })"
  />
  <ReadsLarger :value="mechanic.value" @change="setValue" />
  <PriceListFields v-if="mechanic.prices" :prices="mechanic.prices" @change="(prices) => setMechanic({ prices })" />
  <RoundingEditor v-else :rounding="mechanic.rounding" @change="setRounding" />
</template>

<style scoped>
.row {
  display: grid;
  gap: 12px;
  grid-template-columns: 150px minmax(0, 1fr);
}
</style>
