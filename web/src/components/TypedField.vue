<script setup lang="ts">
import { computed } from 'vue'
import { explainProblem } from '@/locale/catalogue.ts'
import { useFields } from './fields.ts'
import { NUMBER_KINDS, type NumberKind } from './numberKinds.ts'
import { useTypedText } from './useTypedText.ts'

/**
 * A number as people type it: money in minor units, a rate in basis points, or a count. A text that can't be read stays in the field,
 * with what is wrong, and changes nothing.
 */
const { kind, path, optional, isNamedBeside } = defineProps<{
  label: string
  kind: NumberKind
  /** Path of the value in the promotion; its problems are shown here. */
  path: string
  optional?: boolean
  /** The row says what it is; the label is for those who hear it alone. */
  isNamedBeside?: boolean
  hint?: string
}>()
const model = defineModel<number | null>({ required: true })

const { problemsAt } = useFields()
const { shown, read, onFocus, onBlur } = useTypedText({
  path: () => path,
  written: () => (model.value === null ? '' : NUMBER_KINDS[kind].format(model.value)),
  parse(text) {
    const isBlank = text.trim() === ''
    const value = isBlank && optional ? null : NUMBER_KINDS[kind].parse(text)
    if (value === null && !(isBlank && optional))
      return { code: isBlank ? 'required' : NUMBER_KINDS[kind].code, facts: { given: text.slice(0, 40) } }
    return () => (model.value = value)
  },
})
const errors = computed(() => problemsAt(path).map(explainProblem))
</script>

<template>
  <v-text-field
    :model-value="shown"
    :label="isNamedBeside ? undefined : label"
    :aria-label="isNamedBeside ? label : undefined"
    :suffix="NUMBER_KINDS[kind].suffix"
    :hint="hint"
    :persistent-hint="hint !== undefined"
    :error-messages="errors"
    :inputmode="kind === 'count' ? 'numeric' : 'decimal'"
    @update:model-value="read"
    @focus="onFocus"
    @blur="onBlur"
  />
</template>
