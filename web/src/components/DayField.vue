<script setup lang="ts">
import { dateOf, toLocal } from '@novalex/core'
import { mdiCalendarBlankOutline } from '@mdi/js'
import { computed, defineAsyncComponent, ref } from 'vue'
import { text } from '@/locale/catalogue.ts'
import { formatDate } from '@novalex/words'
import { readDay } from '@/locale/readDay.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useFields } from './fields.ts'
import { useTypedText } from './useTypedText.ts'

/** A day, typed the way people say it or picked beside the field, and shown the store’s way. What can’t be read changes nothing. */
const {
  path,
  errors,
  hint,
  optional = false,
} = defineProps<{
  /** Place where unreadable input is kept. */
  path: string
  label: string
  errors: readonly string[]
  hint?: string | undefined
  /** Whether an empty field is no day. */
  optional?: boolean
}>()
const model = defineModel<string | undefined>()
/** A time that was typed with the day. */
const emit = defineEmits<{ time: [time: string] }>()

const DayPicker = defineAsyncComponent(() => import('./DayPicker.vue'))
const { typed } = useFields()
const moment = useMoment()
const store = useStoreInfo()
const isPicking = ref(false)

const writtenDay = () => (model.value === undefined ? '' : formatDate(model.value, { year: true }))
const { shown, unread, isFocused, read, show, onFocus, onBlur } = useTypedText({
  path: () => path,
  written: writtenDay,
  parse(given) {
    if (optional && given.trim() === '')
      return () => {
        model.value = undefined
      }
    const found = readDay(given, dateOf(toLocal(moment.now, store.zone)))
    if (found === null) return { code: 'not-a-date', facts: { given: given.trim().slice(0, 40) } }
    return () => {
      model.value = found.date
      if (found.time !== null) emit('time', found.time)
    }
  },
})

function pick(date: string): void {
  isPicking.value = false
  typed.delete(path)
  model.value = date
  show()
}

/** Interpretation of the text while typing. */
const readBack = computed(() => {
  if (!isFocused.value || model.value === undefined || typed.has(path)) return hint
  return writtenDay() === shown.value ? hint : writtenDay()
})
</script>

<template>
  <v-text-field
    :model-value="shown"
    :label="label"
    :hint="readBack"
    :persistent-hint="readBack !== undefined"
    :error-messages="[...unread, ...errors]"
    autocomplete="off"
    @update:model-value="read"
    @focus="onFocus"
    @blur="onBlur"
  >
    <template #append-inner>
      <v-menu v-model="isPicking" :close-on-content-click="false">
        <template #activator="{ props }">
          <v-btn
            v-bind="props"
            :icon="mdiCalendarBlankOutline"
            size="x-small"
            variant="text"
            :aria-label="text.common.pickDay(label)"
          />
        </template>
        <DayPicker v-if="isPicking" :model-value="model" @update:model-value="pick" />
      </v-menu>
    </template>
  </v-text-field>
</template>
