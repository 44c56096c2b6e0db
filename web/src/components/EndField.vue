<script setup lang="ts">
import { addDays, type LocalDateTime } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { text } from '@/locale/en.ts'
import { explainProblem } from '@/locale/problems.ts'
import { useFields } from './fields.ts'

/** The last day, whole or until a time of it; or, on purpose, no end. Midnight after a day is the end of that day. */
const { errors, path = 'schedule.end' } = defineProps<{
  errors: readonly string[]
  path?: string
  /** Where there must be an end. */
  always?: boolean
}>()
const model = defineModel<LocalDateTime | undefined>()

const { typed } = useFields()
const words = text.promotion.when
const date = ref('')
const time = ref('12:00')
const isWhole = ref(true)

watch(
  model,
  (local) => {
    if (typed.has(path) || local === undefined) return
    const [day, clock] = local.split('T') as [string, string]
    isWhole.value = clock === '00:00'
    date.value = isWhole.value ? addDays(day, -1) : day
    if (!isWhole.value) time.value = clock
  },
  { immediate: true },
)

function read(): void {
  const isComplete = /^\d{4}-\d\d-\d\d$/.test(date.value) && (isWhole.value || /^\d\d:\d\d/.test(time.value))
  if (!isComplete) {
    typed.set(path, { text: date.value, problem: { code: 'not-a-date', path } })
    return
  }
  typed.delete(path)
  model.value = isWhole.value ? `${addDays(date.value, 1)}T00:00` : `${date.value}T${time.value.slice(0, 5)}`
}

const isEndless = computed({
  get: () => model.value === undefined && !typed.has(path),
  set: (endless) => {
    if (!endless) {
      read()
      return
    }
    typed.delete(path)
    model.value = undefined
  },
})
const own = computed(() => {
  const problem = typed.get(path)?.problem
  return problem ? [explainProblem(problem)] : []
})
</script>

<template>
  <div v-if="!isEndless" class="row">
    <v-text-field
      v-model="date"
      type="date"
      :label="words.end"
      :error-messages="[...own, ...errors]"
      @update:model-value="read"
    />
    <v-select
      v-model="isWhole"
      :label="words.endTime"
      :items="[
        { value: true, title: words.wholeDay },
        { value: false, title: words.atTime },
      ]"
      @update:model-value="read"
    />
    <v-text-field v-if="!isWhole" v-model="time" type="time" :label="words.endTime" @update:model-value="read" />
  </div>
  <v-checkbox v-if="!always" v-model="isEndless" :label="words.noEnd" />
</template>

<style scoped>
.row {
  align-items: start;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(150px, 1fr) minmax(150px, 1fr);
}
</style>
