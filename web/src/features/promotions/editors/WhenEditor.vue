<script setup lang="ts">
import { MINUTES_OF_DAY, moveSchedule, type Schedule } from '@novalex/core'
import { computed } from 'vue'
import { text } from '@/locale/en.ts'
import { explainProblem } from '@/locale/problems.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '../usePromotionDraft.ts'
import EndField from './EndField.vue'
import DateTimeField from './DateTimeField.vue'
import WeeklyEditor from './WeeklyEditor.vue'
import { describeEnd } from './describeEnd.ts'

const { draft, patch, problemsAt } = usePromotion()
const store = useStoreInfo()
const words = text.promotion.when

const schedule = computed(() => draft.value!.schedule)
const endSentence = computed(() => describeEnd(schedule.value, store.zone))
const errors = (path: string) => problemsAt(path).map(explainProblem)

function set(changes: Partial<Schedule>): void {
  const next = { ...schedule.value, ...changes }
  const filled = Object.entries(next).filter(([, value]: [string, unknown]) => value !== undefined)
  patch({ schedule: Object.fromEntries(filled) })
}

/** Moves the end by whole days, by the calendar. */
function extend(days: number): void {
  const later = moveSchedule(schedule.value, 'end', days * MINUTES_OF_DAY)
  if (later) set(later)
}
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ text.promotion.sections.when }}</legend>
    <DateTimeField
      :model-value="schedule.start"
      path="schedule.start"
      :date-label="words.start"
      :time-label="words.startTime"
      :errors="errors('schedule.start')"
      @update:model-value="(start) => set({ start })"
    />
    <EndField
      :model-value="schedule.end"
      :errors="errors('schedule.end')"
      @update:model-value="(end) => set({ end })"
    />
    <div v-if="schedule.end !== undefined" class="extend">
      <v-btn size="small" @click="extend(7)">{{ words.extend.week }}</v-btn>
      <v-btn size="small" @click="extend(28)">{{ words.extend.fourWeeks }}</v-btn>
    </div>
    <p class="quiet" aria-live="polite">{{ endSentence }}</p>
    <WeeklyEditor
      :weekly="schedule.weekly ?? []"
      @change="(weekly) => set({ weekly: weekly.length > 0 ? weekly : undefined })"
    />
  </fieldset>
</template>

<style scoped>
.extend {
  align-items: center;
  display: flex;
  gap: 8px;
}
</style>
