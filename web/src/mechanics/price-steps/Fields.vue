<script setup lang="ts">
import PriceListFields from '../shared/PriceListFields.vue'
import { useMechanic } from '../shared/useMechanic.ts'

/** A list of regular prices; without one, the steps are the ladder's. */
const { mechanic, set } = useMechanic<'price-steps'>()
</script>

<template>
  <PriceListFields v-if="mechanic.prices" :prices="mechanic.prices" @change="(prices) => set({ prices })" />
</template>
