<script setup lang="ts">
import { shopText } from '@/locale/catalogue.ts'

/** Back and forth through the pages of a list. */
const { count } = defineProps<{ count: number }>()
const page = defineModel<number>({ required: true })
</script>

<template>
  <nav class="pages" :aria-label="shopText.pages">
    <button type="button" :disabled="page <= 1" @click="page--">‹ {{ shopText.previousPage }}</button>
    <span class="quiet">{{ shopText.pageOf(page, count) }}</span>
    <button type="button" :disabled="page >= count" @click="page++">{{ shopText.nextPage }} ›</button>
  </nav>
</template>

<style scoped>
.pages {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  justify-content: center;
  padding: 8px 0;
}

button {
  background: none;
  border: 1px solid var(--line);
  border-radius: 2px;
  color: var(--act);
  cursor: pointer;
  font: inherit;
  min-height: 36px;
  padding: 4px 14px;
}

button:disabled {
  color: var(--quiet);
  cursor: default;
  opacity: 0.6;
}
</style>
