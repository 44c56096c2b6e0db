<script setup lang="ts">
import {
  addDays,
  DAY_MS,
  dateOf,
  isLocalDateTime,
  MINUTES_OF_DAY,
  moveSchedule,
  toInstant,
  toLocal,
  type Schedule,
} from '@novalex/core'
import { computed } from 'vue'
import { text, planningText, counted, explainProblem } from '@/locale/catalogue.ts'
import { describeSpan } from '@/locale/describeSpan.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { extendByMonth } from '../extendEnd.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import EndField from '@/components/EndField.vue'
import DateTimeField from '@/components/DateTimeField.vue'
import WeeklyEditor from './WeeklyEditor.vue'
import { describeEnd } from '@/locale/describeEnd.ts'

const LONG_AGO_DAYS = 365
const { draft, patch, problemsAt, forget } = usePromotion()
const names = useNames()
const following = planningText.occasions
const store = useStoreInfo()
const moment = useMoment()
const words = text.promotion.when

const schedule = computed(() => draft.value.schedule)
/** A start long before now is a slip of the year more often than meant. */
const longAgo = computed(() => {
  const { start } = schedule.value
  if (start === undefined || !isLocalDateTime(start)) return ''
  const days = Math.floor((moment.now - toInstant(start, store.zone)) / DAY_MS)
  return days > LONG_AGO_DAYS ? counted.day(days) : ''
})
/** Ready, and its end has passed already: it will never run. */
const isPast = computed(() => {
  const { end } = schedule.value
  if (draft.value.state !== 'ready' || end === undefined || !isLocalDateTime(end)) return false
  return toInstant(end, store.zone) <= moment.now
})
const endSentence = computed(() => describeEnd(schedule.value, store.zone))
const errors = (path: string) => problemsAt(path).map(explainProblem)

function set(changes: Partial<Schedule>): void {
  const next = { ...schedule.value, ...changes }
  const filled = Object.entries(next).filter(([, value]: [string, unknown]) => value !== undefined)
  patch({ schedule: Object.fromEntries(filled) })
}

const occasion = computed(() => names.occasions.find(({ id }) => id === draft.value.occasion))
const choices = computed(() => [
  { value: null, title: following.own },
  ...names.occasions.map(({ id, name }) => ({ value: id, title: following.follows(name) })),
])
const followed = computed(() => {
  if (!occasion.value) return ''
  const { name, dates } = occasion.value
  return dates ? following.followsDated(name, describeSpan(dates)) : following.followsOpen(name)
})

/** Its dates become the occasion's; away from one, it keeps those that it had, or a week from tomorrow. */
function follow(id: string | null): void {
  forget('schedule')
  const { weekly, ...own } = schedule.value
  const hours = weekly ? { weekly } : {}
  const chosen = names.occasions.find((one) => one.id === id)
  if (chosen) {
    patch({ occasion: id, schedule: { ...(chosen.dates ?? { open: true as const }), ...hours } })
    return
  }
  const tomorrow = addDays(dateOf(toLocal(moment.now, store.zone)), 1)
  const week = { start: `${tomorrow}T00:00`, end: `${addDays(tomorrow, 7)}T00:00` }
  patch({ occasion: null, schedule: { ...(own.open ? week : own), ...hours } })
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
    <v-select
      v-if="choices.length > 1 || draft.occasion !== null"
      :model-value="draft.occasion"
      :items="choices"
      :label="following.dates"
      :error-messages="[
        ...errors('occasion'),
        ...problemsAt('schedule')
          .filter(({ path }) => path === 'schedule')
          .map(explainProblem),
      ]"
      @update:model-value="follow"
    />
    <p v-if="draft.occasion !== null">
      {{ followed }} <router-link to="/occasions">{{ following.toOccasions }}</router-link>
    </p>
    <template v-else>
      <DateTimeField
        :model-value="schedule.start"
        path="schedule.start"
        :date-label="words.start"
        :time-label="words.startTime"
        :errors="errors('schedule.start')"
        @update:model-value="(start) => set({ start })"
      />
      <p v-if="longAgo" class="wrong" role="status">▲ {{ words.longAgo(longAgo) }}</p>
      <EndField
        :model-value="schedule.end"
        :errors="errors('schedule.end')"
        @update:model-value="(end) => set({ end })"
      />
      <p v-if="isPast" class="wrong" role="status">▲ {{ words.past }}</p>
      <div v-if="schedule.end !== undefined" class="extend">
        <v-btn size="small" @click="extend(7)">{{ words.extend.week }}</v-btn>
        <v-btn size="small" @click="extend(28)">{{ words.extend.fourWeeks }}</v-btn>
        <v-btn size="small" @click="set(extendByMonth(schedule) ?? {})">{{ words.extend.month }}</v-btn>
      </div>
    </template>
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
