<script setup lang="ts">
import type { WeeklyWindow } from '@novalex/core'
import { computed } from 'vue'
import { changeAt } from '@/components/changeAt.ts'
import TimeField from '@/components/TimeField.vue'
import { text } from '@/locale/catalogue.ts'
import { useEdited } from '@/composables/useEdited.ts'

/** Days and hours of the week; none means always. A time that is not after its start runs into the next day. */
const { weekly } = defineProps<{ weekly: readonly WeeklyWindow[] }>()
const emit = defineEmits<{ change: [weekly: WeeklyWindow[]] }>()
const words = text.promotion.when
const WEEKEND: WeeklyWindow = { days: [6, 7], from: '00:00', to: '00:00' }

const { latest, change: changeAll } = useEdited<readonly WeeklyWindow[]>(
  () => weekly,
  (next) => {
    emit('change', [...next])
  },
)

const isOn = computed({
  get: () => weekly.length > 0,
  set: (on) => {
    changeAll(on ? [WEEKEND] : [])
  },
})

function change(index: number, changes: Partial<WeeklyWindow>): void {
  changeAll(changeAt(latest(), index, changes))
}

function setDays(index: number, days: readonly number[]): void {
  if (days.length > 0) change(index, { days: [...days].sort((a, b) => a - b) })
}

function setTime(index: number, key: 'from' | 'to', time: string): void {
  change(index, { [key]: time })
}
</script>

<template>
  <v-checkbox v-model="isOn" :label="words.weekly" />
  <div v-for="(window, index) in weekly" :key="index" class="window">
    <v-btn-toggle
      :model-value="window.days"
      multiple
      :aria-label="words.weekly"
      @update:model-value="(days: readonly number[]) => setDays(index, days)"
    >
      <v-btn
        v-for="(day, at) in words.days"
        :key="day"
        :value="at + 1"
        size="x-small"
        :aria-label="words.dayNames[at]"
        >{{ day }}</v-btn
      >
    </v-btn-toggle>
    <TimeField
      :model-value="window.from"
      :path="`schedule.weekly.${index}.from`"
      :label="words.hoursFrom"
      @update:model-value="(time) => setTime(index, 'from', time)"
    />
    <TimeField
      :model-value="window.to"
      :path="`schedule.weekly.${index}.to`"
      :label="words.hoursTo"
      :hint="window.from === '00:00' && window.to === '00:00' ? words.wholeDays : undefined"
      @update:model-value="(time) => setTime(index, 'to', time)"
    />
    <v-btn
      size="small"
      variant="text"
      :aria-label="text.common.remove"
      @click="
        emit(
          'change',
          weekly.filter((_, at) => at !== index),
        )
      "
      >✕</v-btn
    >
  </div>
  <v-btn v-if="isOn" size="small" @click="changeAll([...latest(), WEEKEND])">{{ words.addWindow }}</v-btn>
</template>

<style scoped>
.window {
  align-items: start;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.window .v-text-field {
  flex: 0 0 120px;
}
</style>
