<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { explainProblem } from '@/locale/problems.ts'
import { useFields } from './fields.ts'
import { NUMBER_KINDS, type NumberKind } from './numberKinds.ts'

/**
 * A number as people type it: money in minor units, a rate in basis points, or a count. A text that can't be read stays in the field,
 * with what is wrong, and changes nothing.
 */
const { kind, path, optional, isNamedBeside } = defineProps<{
  label: string
  kind: NumberKind
  /** Where in the promotion the value stands; its problems show here. */
  path: string
  optional?: boolean
  /** The row says what it is; the label is for those who hear it alone. */
  isNamedBeside?: boolean
  hint?: string
}>()
const model = defineModel<number | null>({ required: true })

const { typed, problemsAt } = useFields()
const shown = ref('')
const isFocused = ref(false)

function show(): void {
  shown.value = typed.get(path)?.text ?? (model.value === null ? '' : NUMBER_KINDS[kind].format(model.value))
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
  const value = NUMBER_KINDS[kind].parse(text)
  if (value === null) {
    const code = text.trim() === '' ? 'required' : NUMBER_KINDS[kind].code
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
    :label="isNamedBeside ? undefined : label"
    :aria-label="isNamedBeside ? label : undefined"
    :suffix="NUMBER_KINDS[kind].suffix"
    :hint="hint"
    :persistent-hint="hint !== undefined"
    :error-messages="errors"
    :inputmode="kind === 'count' ? 'numeric' : 'decimal'"
    @update:model-value="read"
    @focus="isFocused = true"
    @blur="onBlur"
  />
</template>
