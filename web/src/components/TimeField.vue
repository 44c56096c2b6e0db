<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { explainProblem } from '@/locale/problems.ts'
import { readTime } from '@/locale/readDay.ts'
import { useFields } from './fields.ts'

/** A time of day, typed as `9:30`, `930` or `noon`, shown as `09:30`. What can’t be read changes nothing. */
const { path } = defineProps<{ path: string; label: string; hint?: string | undefined }>()
const model = defineModel<string>({ required: true })

const { typed } = useFields()
const shown = ref('')
const isFocused = ref(false)

function show(): void {
  shown.value = typed.get(path)?.text ?? model.value
}
watch(
  [model, () => typed.size],
  () => {
    if (!isFocused.value) show()
  },
  { immediate: true },
)

function read(given: string): void {
  shown.value = given
  const time = readTime(given)
  if (time === null) {
    typed.set(path, { text: given, problem: { code: 'not-a-time', path, facts: { given: given.slice(0, 40) } } })
    return
  }
  typed.delete(path)
  model.value = time
}

function onBlur(): void {
  isFocused.value = false
  show()
}

const errors = computed(() => {
  const problem = typed.get(path)?.problem
  return problem ? [explainProblem(problem)] : []
})
</script>

<template>
  <v-text-field
    :model-value="shown"
    :label="label"
    :hint="hint"
    :persistent-hint="hint !== undefined"
    :error-messages="errors"
    inputmode="numeric"
    autocomplete="off"
    @update:model-value="read"
    @focus="isFocused = true"
    @blur="onBlur"
  />
</template>
