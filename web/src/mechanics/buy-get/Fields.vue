<script setup lang="ts">
import { FREE } from '@novalex/core'
import { computed } from 'vue'
import ProductChoice from '@/components/ProductChoice.vue'
import TypedField from '@/components/TypedField.vue'
import { offerText, explainProblem } from '@/locale/catalogue.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import PartReach from '../shared/PartReach.vue'
import { useMechanic } from '../shared/useMechanic.ts'
import ValueFields from '../shared/ValueFields.vue'
import { REWARD_KINDS } from '../shared/valueKinds.ts'
import RepeatFields from '../shared/RepeatFields.vue'

type By = 'quantity' | 'spend'
type Gets = 'same' | 'other' | 'gift'

const { mechanic, set } = useMechanic<'buy-get'>()
const { forget, problemsAt } = usePromotion()
const words = offerText.buyGet

const by = computed<By>(() => (mechanic.value.buy.spend === undefined ? 'quantity' : 'spend'))
const gets = computed<Gets>(() => {
  const { gift, get } = mechanic.value
  return gift ? 'gift' : get.sameSku ? 'same' : 'other'
})
const BY = Object.entries(words.by).map(([value, title]) => ({ value, title }))
const GETS = Object.entries(words.gets).map(([value, title]) => ({ value, title }))

function setBy(next: By): void {
  forget('mechanic.buy')
  const { reach } = mechanic.value.buy
  set({ buy: next === 'quantity' ? { reach, quantity: 1 } : { reach, spend: 5000 } })
}

function setGets(next: Gets): void {
  forget('mechanic.get')
  const { quantity, value, reach } = mechanic.value.get
  if (next === 'same') set({ get: { sameSku: true, quantity, value }, gift: undefined })
  else if (next === 'other')
    set({ get: { reach: reach ?? mechanic.value.buy.reach, quantity, value }, gift: undefined })
  else set({ get: { reach: { skus: reach?.skus?.slice(0, 1) ?? [] }, quantity, value: FREE }, gift: true })
}

const amount = computed<number>({
  get: () => mechanic.value.buy[by.value] ?? 0,
  set: (given) => {
    set({ buy: { reach: mechanic.value.buy.reach, [by.value]: given } })
  },
})
const getQuantity = computed<number>({
  get: () => mechanic.value.get.quantity,
  set: (quantity) => {
    set({ get: { ...mechanic.value.get, quantity } })
  },
})
const gift = computed<string[]>({
  get: () => [...(mechanic.value.get.reach?.skus ?? [])],
  set: (skus) => {
    set({ get: { ...mechanic.value.get, reach: { skus: skus.slice(-1) } } })
  },
})
</script>

<template>
  <div class="pair">
    <v-select :model-value="by" :items="BY" :label="words.buy" @update:model-value="setBy" />
    <TypedField
      v-model="amount"
      :kind="by === 'spend' ? 'money' : 'count'"
      :path="`mechanic.buy.${by}`"
      :label="words[by]"
    />
  </div>
  <PartReach
    :reach="mechanic.buy.reach"
    path="mechanic.buy.reach"
    :index="0"
    :label="offerText.bundle.of"
    @change="(reach) => set({ buy: { ...mechanic.buy, reach } })"
  />
  <div class="pair">
    <v-select :model-value="gets" :items="GETS" :label="words.get" @update:model-value="setGets" />
    <TypedField v-model="getQuantity" kind="count" path="mechanic.get.quantity" :label="words.getQuantity" />
  </div>
  <ProductChoice
    v-if="gets === 'gift'"
    v-model="gift"
    :label="words.gift"
    :error-messages="problemsAt('mechanic.get.reach').map(explainProblem)"
  />
  <template v-else>
    <PartReach
      v-if="gets === 'other'"
      :reach="mechanic.get.reach ?? {}"
      path="mechanic.get.reach"
      :index="1"
      :label="offerText.bundle.of"
      @change="(reach) => set({ get: { ...mechanic.get, reach } })"
    />
    <ValueFields
      :value="mechanic.get.value"
      :kinds="REWARD_KINDS"
      path="mechanic.get.value"
      @change="(value) => set({ get: { ...mechanic.get, value } })"
    />
  </template>
  <RepeatFields :repeat="mechanic.repeat" :pick="mechanic.pick ?? 'cheapest'" @change="set" />
</template>
