<script setup lang="ts">
import { dateOf, timeOf, type LocalDateTime } from '@novalex/core'
import { ref, watch } from 'vue'
import DayField from './DayField.vue'
import TimeField from './TimeField.vue'

/** A day and a time of day on the store's clock. A day that can’t be read changes nothing. */
defineProps<{
  path: string
  dateLabel: string
  timeLabel: string
  errors: readonly string[]
  hint?: string | undefined
}>()
const model = defineModel<LocalDateTime | undefined>()

const date = ref<string | undefined>()
const time = ref('00:00')

watch(
  model,
  (local) => {
    date.value = local === undefined ? undefined : dateOf(local)
    time.value = local === undefined ? '00:00' : timeOf(local)
  },
  { immediate: true },
)

function take(): void {
  if (date.value !== undefined) model.value = `${date.value}T${time.value}`
}
function takeTime(given: string): void {
  time.value = given
  take()
}
</script>

<template>
  <div class="row">
    <DayField
      v-model="date"
      :path="path"
      :label="dateLabel"
      :errors="errors"
      :hint="hint"
      @update:model-value="take"
      @time="takeTime"
    />
    <TimeField :model-value="time" :path="`${path}.time`" :label="timeLabel" @update:model-value="takeTime" />
  </div>
</template>

<style scoped>
.row {
  align-items: start;
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr) 112px;
}
</style>
