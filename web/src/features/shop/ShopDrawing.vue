<script setup lang="ts">
import { computed } from 'vue'
import { drawingOf, hashOf } from './drawings.ts'

/** In place of a photograph: the drawing of its category, tinted by the SKU; without one, in the shop's own colour. */
const { category, sku = null } = defineProps<{ category: string | null; sku?: string | null }>()
const drawing = computed(() => drawingOf(category))
const hue = computed(() => (hashOf(sku ?? '') * 47) % 360)
</script>

<template>
  <svg viewBox="0 0 160 110" aria-hidden="true" class="drawing">
    <path
      :d="drawing.tint"
      :fill="sku === null ? 'var(--act)' : `hsl(${hue} 42% 55%)`"
      :fill-opacity="sku === null ? 0.2 : 0.5"
    />
    <path
      :d="drawing.lines"
      fill="none"
      stroke="currentColor"
      stroke-width="1.6"
      stroke-linejoin="round"
      vector-effect="non-scaling-stroke"
    />
  </svg>
</template>

<style scoped>
.drawing {
  color: var(--ink);
  display: block;
  width: 100%;
}
</style>
