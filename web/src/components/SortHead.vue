<script setup lang="ts">
import { computed } from 'vue'

const { order } = defineProps<{
  title: string
  hint: string | undefined
  numeric: boolean
  order: 'asc' | 'desc' | null
}>()
defineEmits<{ sort: [] }>()

const sorted = computed(() => (order === null ? undefined : order === 'asc' ? 'ascending' : 'descending'))
</script>

<template>
  <th scope="col" :class="{ number: numeric }" :aria-sort="sorted" :title="hint">
    <span class="head">
      <button type="button" @click="$emit('sort')">
        {{ title }}<span v-if="order" aria-hidden="true">{{ order === 'asc' ? ' ↑' : ' ↓' }}</span>
      </button>
      <slot />
    </span>
  </th>
</template>

<style scoped>
button {
  background: none;
  border: 0;
  color: inherit;
  cursor: pointer;
  font: inherit;
  min-height: 24px;
  padding: 0;
  text-align: inherit;
  white-space: inherit;
}

.head {
  align-items: center;
  display: inline-flex;
  gap: 2px;
}

/* Titles of numbers end where the numbers end. */
.number .head {
  flex-direction: row-reverse;
}

button:hover {
  color: var(--ink);
}
</style>
