<script setup lang="ts">
import { computed } from 'vue'

/** In place of a photograph: a brush stroke whose colour follows the SKU. */
const { sku } = defineProps<{ sku: string }>()
const hue = computed(() => [...sku].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 360, 7))
</script>

<template>
  <svg viewBox="0 0 160 96" aria-hidden="true" class="swatch">
    <rect width="160" height="96" fill="rgb(var(--v-theme-desk))" />
    <path
      d="M18 62c20-30 46-34 62-26s34 14 62-6c-8 26-30 42-58 40S40 60 18 62z"
      :fill="`hsl(${hue} 32% 52%)`"
      fill-opacity="0.85"
    />
  </svg>
</template>

<style scoped>
.swatch {
  display: block;
  width: 100%;
}
</style>
