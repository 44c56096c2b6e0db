<script setup lang="ts">
import { readTime } from '@/locale/readDay.ts'
import { useTypedText } from './useTypedText.ts'

/** A time of day, typed as `9:30`, `930` or `noon`, shown as `09:30`. What can’t be read changes nothing. */
const { path } = defineProps<{ path: string; label: string; hint?: string | undefined }>()
const model = defineModel<string>({ required: true })

const { shown, unread, read, onFocus, onBlur } = useTypedText({
  path: () => path,
  written: () => model.value,
  parse(given) {
    const time = readTime(given)
    if (time === null) return { code: 'not-a-time', facts: { given: given.slice(0, 40) } }
    return () => (model.value = time)
  },
})
</script>

<template>
  <v-text-field
    :model-value="shown"
    :label="label"
    :hint="hint"
    :persistent-hint="hint !== undefined"
    :error-messages="unread"
    inputmode="numeric"
    autocomplete="off"
    @update:model-value="read"
    @focus="onFocus"
    @blur="onBlur"
  />
</template>
