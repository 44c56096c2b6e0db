<script setup lang="ts">
/** A month to pick a day from; days as `2027-03-01`. */
defineProps<{ modelValue: string | undefined }>()
const emit = defineEmits<{ 'update:modelValue': [date: string] }>()

function take(picked: unknown): void {
  if (!(picked instanceof Date)) return
  const [year, month, day] = [picked.getFullYear(), picked.getMonth() + 1, picked.getDate()]
  emit(
    'update:modelValue',
    [String(year).padStart(4, '0'), ...[month, day].map((part) => String(part).padStart(2, '0'))].join('-'),
  )
}
</script>

<template>
  <v-date-picker
    :model-value="modelValue === undefined ? null : new Date(`${modelValue}T12:00`)"
    first-day-of-week="1"
    show-adjacent-months
    hide-header
    @update:model-value="take"
  />
</template>
