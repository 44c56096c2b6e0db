<script setup lang="ts">
import { addDays, dateOf, timeOf, type LocalDateTime } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { text } from '@/locale/catalogue.ts'
import DayField from './DayField.vue'
import { useFields } from './fields.ts'
import TimeField from './TimeField.vue'

/** The last day, whole or until a time of it; or, on purpose, no end. Midnight after a day is the end of that day. */
const { errors, path = 'schedule.end' } = defineProps<{
  errors: readonly string[]
  path?: string
  /** Whether an end is required. */
  always?: boolean
}>()
const model = defineModel<LocalDateTime | undefined>()

const { typed, forget } = useFields()
const words = text.promotion.when
const date = ref<string | undefined>()
const time = ref('12:00')
const isWhole = ref(true)

watch(
  model,
  (local) => {
    if (local === undefined) return
    isWhole.value = timeOf(local) === '00:00'
    date.value = isWhole.value ? addDays(dateOf(local), -1) : dateOf(local)
    if (!isWhole.value) time.value = timeOf(local)
  },
  { immediate: true },
)

function take(): void {
  if (date.value === undefined) return
  model.value = isWhole.value ? `${addDays(date.value, 1)}T00:00` : `${date.value}T${time.value}`
}
/** A time that was typed with the day ends it then. */
function takeTime(given: string): void {
  isWhole.value = false
  time.value = given
  take()
}

const isEndless = computed({
  get: () => model.value === undefined && !typed.has(path),
  set: (endless) => {
    forget(path)
    if (endless) model.value = undefined
    else if (date.value === undefined) typed.set(path, { text: '', problem: { code: 'required', path } })
    else take()
  },
})
</script>

<template>
  <div v-if="!isEndless" class="row">
    <DayField
      v-model="date"
      :path="path"
      :label="words.end"
      :errors="errors"
      @update:model-value="take"
      @time="takeTime"
    />
    <v-select
      v-model="isWhole"
      :label="words.endTime"
      :items="[
        { value: true, title: words.wholeDay },
        { value: false, title: words.atTime },
      ]"
      @update:model-value="take"
    />
    <TimeField
      v-if="!isWhole"
      :model-value="time"
      :path="`${path}.time`"
      :label="words.endTime"
      @update:model-value="takeTime"
    />
  </div>
  <v-checkbox v-if="!always" v-model="isEndless" :label="words.noEnd" />
</template>

<style scoped>
.row {
  align-items: start;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(188px, 1fr) minmax(112px, 1fr);
}
</style>
