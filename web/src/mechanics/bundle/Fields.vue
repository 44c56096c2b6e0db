<script setup lang="ts">
import type { Bundle } from '@novalex/core'
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { offerText } from '@/locale/catalogue.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { changeAt } from '@/components/changeAt.ts'
import PartReach from '../shared/PartReach.vue'
import RemoveRow from '@/components/RemoveRow.vue'
import { useMechanic } from '../shared/useMechanic.ts'
import RepeatFields from '../shared/RepeatFields.vue'
import { judgeBundle } from './judgeBundle.ts'

type Part = Bundle['parts'][number]

const { mechanic, set } = useMechanic<'bundle'>()
const { forget, reach } = usePromotion()
const words = offerText.bundle
const units = computed(() => mechanic.value.parts.reduce((sum, { quantity }) => sum + quantity, 0))
const price = computed<number>({
  get: () => mechanic.value.price,
  set: (given) => {
    set({ price: given })
  },
})

/** A bundle that costs what its items cost, or more, is nothing that anyone meant. */
const bargain = computed(() => {
  const reaches = reach.value?.reaches ?? []
  const isKnown = reaches.length > 0 && reaches.every(({ products }) => products > 0)
  return isKnown ? judgeBundle(mechanic.value, reaches) : 'for-all'
})

function change(index: number, changes: Partial<Part>): void {
  set({ parts: changeAt(mechanic.value.parts, index, changes) })
}

function remove(index: number): void {
  forget('mechanic.parts')
  set({ parts: mechanic.value.parts.toSpliced(index, 1) })
}
</script>

<template>
  <ol class="parts">
    <li v-for="(part, index) in mechanic.parts" :key="index">
      <TypedField
        :model-value="part.quantity"
        kind="count"
        :path="`mechanic.parts.${index}.quantity`"
        :label="words.quantity"
        @update:model-value="(quantity) => change(index, { quantity: quantity ?? 1 })"
      />
      <PartReach
        :reach="part.reach"
        :path="`mechanic.parts.${index}.reach`"
        :index="index"
        :label="words.of"
        @change="(reach) => change(index, { reach })"
      />
      <RemoveRow v-if="mechanic.parts.length > 1" :label="words.remove(index + 1)" @remove="remove(index)" />
    </li>
  </ol>
  <v-btn size="small" @click="set({ parts: [...mechanic.parts, { reach: {}, quantity: 1 }] })">{{ words.add }}</v-btn>
  <TypedField v-model="price" kind="money" path="mechanic.price" :label="words.price(units)" />
  <p v-if="bargain !== 'for-all'" class="wrong" role="status">▲ {{ offerText.bargains[bargain] }}</p>
  <RepeatFields :repeat="mechanic.repeat" :pick="mechanic.pick ?? 'dearest'" @change="set" />
</template>

<style scoped>
.parts {
  display: grid;
  gap: 10px;
  list-style: none;
  padding: 0;
}

li {
  align-items: start;
  display: grid;
  gap: 10px;
  grid-template-columns: 80px minmax(0, 1fr) 40px;
}
</style>
