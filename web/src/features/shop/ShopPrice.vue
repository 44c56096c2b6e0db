<script setup lang="ts">
import type { ShopProduct } from '@novalex/contract'
import { computePriceFacts } from '@novalex/core'
import { computed } from 'vue'
import OccasionFlag from '@/components/OccasionFlag.vue'
import { shopText } from '@/locale/catalogue.ts'
import { formatMoney } from '@novalex/words'
import { isShownIn, writeLabel } from '@/locale/describeDisplay.ts'

const { product, place = 'list' } = defineProps<{ product: ShopProduct; large?: boolean; place?: 'list' | 'product' }>()
/** The written labels; without any, the percentage says it. */
const labels = computed(() =>
  product.displays.flatMap((display) => {
    const regular = product.struck ?? product.price
    const facts = { ...computePriceFacts(regular, product.price), percent: product.percentOff }
    return (isShownIn(display, place) && writeLabel(display.label, facts)) || []
  }),
)
</script>

<template>
  <span class="price" :class="{ large }">
    <s v-if="product.struck !== null" class="struck"
      ><span class="visually-hidden">{{ shopText.was }} </span>{{ formatMoney(product.struck) }}</s
    >
    <strong :class="{ saves: product.struck !== null }">{{ formatMoney(product.price) }}</strong>
    <span v-for="label in labels" :key="label" class="ticket">{{ label }}</span>
    <span v-if="labels.length === 0 && product.percentOff > 0" class="ticket">{{
      shopText.off(product.percentOff)
    }}</span>
    <OccasionFlag v-for="flag in product.flags" :key="flag.text" :flag="flag" />
    <span v-for="one in product.members" :key="one.title" class="members">{{
      shopText.memberPrice(one.title, formatMoney(one.price))
    }}</span>
  </span>
</template>

<style scoped>
.price {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  font-variant-numeric: tabular-nums;
  gap: 4px 8px;
}

.large {
  font-size: 24px;
}

.members {
  color: var(--saves);
  flex-basis: 100%;
  font-size: 13.5px;
}

.ticket {
  background: var(--saves);
  clip-path: polygon(0 0, calc(100% - 6px) 0, 100% 50%, calc(100% - 6px) 100%, 0 100%);
  color: rgb(var(--v-theme-on-success));
  font-size: 12px;
  font-weight: 650;
  padding: 1px 12px 1px 6px;
}
</style>
