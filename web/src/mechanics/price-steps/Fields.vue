<script setup lang="ts">
import { computed } from 'vue'
import { describeFloor } from '@/locale/describeFloor.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import PriceListFields from '../shared/PriceListFields.vue'
import { useMechanic } from '../shared/useMechanic.ts'

/** A list of regular prices; without one, the steps are the ladder's. */
const { mechanic, set } = useMechanic<'price-steps'>()
const store = useStoreInfo()
const floor = computed(() => describeFloor(mechanic.value, store.settings.floor))
</script>

<template>
  <p class="quiet">{{ floor }}</p>
  <PriceListFields v-if="mechanic.prices" :prices="mechanic.prices" @change="(prices) => set({ prices })" />
</template>
