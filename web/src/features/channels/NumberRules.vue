<script setup lang="ts">
import type { ChannelRule, ChannelRules } from '@novalex/core'
import TypedField from '@/components/TypedField.vue'
import type { NumberKind } from '@/components/numberKinds.ts'
import { ruleName } from '@/locale/catalogue.ts'
import type { NumberRule } from './partnerDraft.ts'

/** Fields of rules that are one number each; an empty one is no rule. */
const { rules, values, path } = defineProps<{
  rules: readonly {
    readonly rule: NumberRule
    readonly kind: NumberKind
    readonly label?: string
    readonly hint?: string
  }[]
  values: ChannelRules
  path: string
}>()
const emit = defineEmits<{ set: [rule: ChannelRule, asked: number | null] }>()

const numberOf = (rule: NumberRule) => {
  const asked = values[rule]
  return typeof asked === 'number' ? asked : null
}
</script>

<template>
  <TypedField
    v-for="{ rule, kind, label, hint } in rules"
    :key="rule"
    :model-value="numberOf(rule)"
    :kind="kind"
    :path="`${path}.${rule}`"
    :label="label ?? ruleName(rule)"
    :hint="hint"
    optional
    @update:model-value="(asked) => emit('set', rule, asked)"
  />
</template>
