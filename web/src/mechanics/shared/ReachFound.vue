<script setup lang="ts">
import { computed } from 'vue'
import { text, counted } from '@/locale/catalogue.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

/** How many products one of the mechanic's reaches holds, with the cheapest, middle and most expensive. */
const { index } = defineProps<{ index: number }>()
const { reach } = usePromotion()
const words = text.promotion.reach
const found = computed(() => reach.value?.reaches[index])
</script>

<template>
  <p v-if="found" role="status" :class="{ wrong: found.products === 0 }">
    <strong>{{ counted.product(found.products) }}</strong>
    <template v-if="found.products > 0">: {{ found.sample.map(({ name }) => name).join(' … ') }}</template>
    <span v-if="found.short > 0" class="wrong"> · {{ words.short(counted.product(found.short)) }}</span>
  </p>
</template>
