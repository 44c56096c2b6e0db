<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { explainProblem } from '@/locale/catalogue.ts'
import { NUMBER_KINDS, type NumberKind } from './numberKinds.ts'

/** A number as people type it, outside of a promotion under edit. A text that can't be read makes it null and says so. */
const { kind } = defineProps<{ label: string; kind: NumberKind }>()
const model = defineModel<number | null>({ required: true })

const shown = ref('')
const isFocused = ref(false)

watch(
  model,
  (value) => {
    if (!isFocused.value) shown.value = value === null ? '' : NUMBER_KINDS[kind].format(value)
  },
  { immediate: true },
)
const errors = computed(() => {
  if (model.value !== null || shown.value.trim() === '') return []
  return [explainProblem({ code: NUMBER_KINDS[kind].code, path: '', facts: { given: shown.value.slice(0, 40) } })]
})

function read(text: string): void {
  shown.value = text
  model.value = NUMBER_KINDS[kind].parse(text)
}
</script>

<template>
  <v-text-field
    :model-value="shown"
    :label="label"
    :suffix="NUMBER_KINDS[kind].suffix"
    :error-messages="errors"
    :inputmode="kind === 'count' ? 'numeric' : 'decimal'"
    @update:model-value="read"
    @focus="isFocused = true"
    @blur="isFocused = false"
  />
</template>
