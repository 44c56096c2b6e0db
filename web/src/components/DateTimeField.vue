<script setup lang="ts">
import type { LocalDateTime } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { formatLocal } from '@/locale/format.ts'
import { explainProblem } from '@/locale/problems.ts'
import { useFields } from './fields.ts'

/** A day and a time of day on the store's clock. A day that is not complete changes nothing. */
const { path, errors } = defineProps<{
  path: string
  dateLabel: string
  timeLabel: string
  errors: readonly string[]
}>()
const model = defineModel<LocalDateTime | undefined>()

const { typed } = useFields()
const date = ref('')
const time = ref('')

watch(
  model,
  (local) => {
    if (typed.has(path)) return
    ;[date.value, time.value] = local === undefined ? ['', '00:00'] : (local.split('T') as [string, string])
  },
  { immediate: true },
)

function read(): void {
  if (!/^\d{4}-\d\d-\d\d$/.test(date.value)) {
    typed.set(path, { text: date.value, problem: { code: 'not-a-date', path } })
    return
  }
  if (!/^\d\d:\d\d/.test(time.value)) {
    typed.set(path, { text: time.value, problem: { code: 'not-a-time', path } })
    return
  }
  typed.delete(path)
  model.value = `${date.value}T${time.value.slice(0, 5)}`
}

const own = computed(() => {
  const problem = typed.get(path)?.problem
  return problem ? [explainProblem(problem)] : []
})
const readBack = computed(() => (model.value === undefined ? undefined : formatLocal(model.value, { year: true })))
</script>

<template>
  <div class="row">
    <v-text-field
      v-model="date"
      type="date"
      :label="dateLabel"
      :hint="readBack"
      persistent-hint
      :error-messages="[...own, ...errors]"
      @update:model-value="read"
    />
    <v-text-field v-model="time" type="time" :label="timeLabel" @update:model-value="read" />
  </div>
</template>

<style scoped>
.row {
  align-items: start;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr) 130px;
}
</style>
