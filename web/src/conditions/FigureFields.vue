<script setup lang="ts">
import type { Comparison } from '@novalex/core'
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { offerText } from '@/locale/catalogue.ts'

/** A comparison with an amount or a number. */
type Figure = { readonly op: Comparison } & ({ readonly amount: number } | { readonly count: number })
const { test, path } = defineProps<{ test: Figure; path: string }>()
const emit = defineEmits<{ set: [changes: object] }>()
/** Further fields of the same row. */
defineSlots<{ default?(): unknown }>()

const words = offerText.condition
const OPS = Object.entries(words.ops).map(([value, title]) => ({ value, title }))
const number = computed<number>({
  get: () => ('amount' in test ? test.amount : test.count),
  set: (given) => {
    emit('set', 'amount' in test ? { amount: given } : { count: given })
  },
})
</script>

<template>
  <div class="pair">
    <v-select
      :model-value="test.op"
      :items="OPS"
      :label="words.op"
      @update:model-value="(op: Comparison) => $emit('set', { op })"
    />
    <TypedField
      v-model="number"
      :kind="'amount' in test ? 'money' : 'count'"
      :path="`${path}.${'amount' in test ? 'amount' : 'count'}`"
      :label="'amount' in test ? words.amount : words.count"
    />
    <slot />
  </div>
  <p v-if="'count' in test && test.op === '=' && test.count > 0" class="quiet">▲ {{ words.exactly(test.count) }}</p>
</template>
