<script setup lang="ts">
import { computed } from 'vue'

const { title, numeric, order, sortable } = defineProps<{
  title: string
  numeric: boolean
  order: 'asc' | 'desc' | null
  sortable: boolean
}>()
defineEmits<{ sort: [] }>()

const sorted = computed(() => (order === null ? undefined : order === 'asc' ? 'ascending' : 'descending'))
</script>

<template>
  <th scope="col" :class="{ number: numeric }" :aria-sort="sorted">
    <button v-if="sortable" type="button" @click="$emit('sort')">
      {{ title }} <span v-if="order">{{ order === 'asc' ? '↑' : '↓' }}</span>
    </button>
    <template v-else>{{ title }}</template>
  </th>
</template>

<style scoped>
button {
  background: none;
  border: 0;
  color: inherit;
  cursor: pointer;
  font: inherit;
  padding: 0;
}

button:hover {
  color: var(--ink);
}
</style>
