<script setup lang="ts">
import type { Basis, TestOf } from '@novalex/core'
import { offerText } from '@/locale/catalogue.ts'
import FigureFields from './FigureFields.vue'
import ReachTestFields from './ReachTestFields.vue'

/** How many units of a reach the cart holds, or what they are worth. */
defineProps<{ test: TestOf<'spend' | 'quantity'>; path: string }>()
defineEmits<{ set: [changes: object] }>()

const words = offerText.condition
const BASES = Object.entries(words.bases).map(([value, title]) => ({ value, title }))
</script>

<template>
  <FigureFields :test="test" :path="path" @set="(changes) => $emit('set', changes)">
    <v-select
      v-if="'basis' in test"
      :model-value="test.basis"
      :items="BASES"
      :label="words.basis"
      @update:model-value="(basis: Basis) => $emit('set', { basis })"
    />
  </FigureFields>
  <ReachTestFields :test="test" :path="path" @set="(changes) => $emit('set', changes)" />
</template>
