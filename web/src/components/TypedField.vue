<script setup lang="ts">
import { formatAmount, parseAmount, parsePercent } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { explainProblem } from '@/locale/problems.ts'
import { usePromotion } from '@/features/promotions/usePromotionDraft.ts'

/**
 * A number as people type it: money in minor units, a rate in basis points, or a count. A text that can't be read stays in the field,
 * with what is wrong, and changes nothing.
 */
const { kind, path, optional } = defineProps<{
  label: string
  kind: 'money' | 'percent' | 'count'
  /** Where in the promotion the value stands; its problems show here. */
  path: string
  optional?: boolean
  hint?: string
}>()
const model = defineModel<number | null>({ required: true })

const { typed, problemsAt } = usePromotion()
const shown = ref('')
const isFocused = ref(false)

const FORMATS = {
  money: formatAmount,
  percent: (value: number) => String(value / 100),
  count: String,
}
const PARSERS = {
  money: parseAmount,
  percent: parsePercent,
  count: (text: string) => (/^\s*\d{1,9}\s*$/.test(text) ? Number(text) : null),
}
const CODES = { money: 'not-money', percent: 'not-a-percent', count: 'not-a-count' } as const
const SUFFIX = { money: '€', percent: '%', count: undefined }

function show(): void {
  shown.value = typed.get(path)?.text ?? (model.value === null ? '' : FORMATS[kind](model.value))
}
watch(
  [model, () => typed.size, () => path],
  () => {
    if (!isFocused.value) show()
  },
  { immediate: true },
)

const errors = computed(() => problemsAt(path).map(explainProblem))

function read(text: string): void {
  shown.value = text
  if (text.trim() === '' && optional) {
    typed.delete(path)
    model.value = null
    return
  }
  const value = PARSERS[kind](text)
  if (value === null) {
    const code = text.trim() === '' ? 'required' : CODES[kind]
    typed.set(path, { text, problem: { code, path, facts: { given: text.slice(0, 40) } } })
    return
  }
  typed.delete(path)
  model.value = value
}

function onBlur(): void {
  isFocused.value = false
  show()
}
</script>

<template>
  <v-text-field
    :model-value="shown"
    :label="label"
    :suffix="SUFFIX[kind]"
    :hint="hint"
    :persistent-hint="hint !== undefined"
    :error-messages="errors"
    :inputmode="kind === 'count' ? 'numeric' : 'decimal'"
    @update:model-value="read"
    @focus="isFocused = true"
    @blur="onBlur"
  />
</template>
