<script setup lang="ts">
import { MECHANIC_KINDS, type ChannelRule, type ChannelRules } from '@novalex/core'
import { ref, watch } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { useFields } from '@/components/fields.ts'
import type { NumberKind } from '@/components/numberKinds.ts'
import { channelText, explainProblem, mechanicWords, ruleName } from '@/locale/catalogue.ts'
import { withRule } from './partnerDraft.ts'

/** The rules of a partner as fields; an empty one is no rule. */
const { path } = defineProps<{ path: string }>()
const model = defineModel<ChannelRules>({ required: true })

type NumberRule = { [R in ChannelRule]: ChannelRules[R] extends number | undefined ? R : never }[ChannelRule]

const words = channelText.form
const { problemsAt } = useFields()
const errors = (rule: string) => problemsAt(`${path}.${rule}`).map(explainProblem)
const PRICES: readonly (readonly [NumberRule, NumberKind])[] = [
  ['minReduction', 'percent'],
  ['showReduction', 'percent'],
  ['atMostOfRegular', 'percent'],
  ['leastPriceGap', 'percent'],
  ['atMostOfReference', 'percent'],
  ['atLeastOfReference', 'percent'],
]
const GOODS: readonly (readonly [NumberRule, NumberKind])[] = [
  ['minRating', 'stars'],
  ['minReviews', 'count'],
]
const HINTS: Partial<Record<NumberRule, string>> = { leastPriceGap: words.gapHint }
const counts = Object.entries(words.counts).map(([value, title]) => ({ value, title }))
const kinds = MECHANIC_KINDS.map((value) => ({ value, title: mechanicWords[value].title }))

/** What is typed of a pair before it is whole. */
const usual = ref<{ from: number | null; to: number | null }>({ from: null, to: null })
watch(
  () => model.value.usualDays,
  (saved) => {
    if (saved) usual.value = { ...saved }
  },
  { immediate: true },
)

function set<R extends ChannelRule>(rule: R, asked: ChannelRules[R] | null): void {
  model.value = withRule(model.value, rule, asked)
}
function setUsual(changes: Partial<{ from: number | null; to: number | null }>): void {
  usual.value = { ...usual.value, ...changes }
  const { from, to } = usual.value
  // One of the two alone recommends just so many days.
  set('usualDays', from === null && to === null ? null : { from: from ?? to!, to: to ?? from! })
}
function setLowest(changes: Partial<NonNullable<ChannelRules['lowestBefore']>> | null): void {
  const before = model.value.lowestBefore ?? { days: 30, counts: 'shelf', below: 0 }
  set('lowestBefore', changes === null ? null : { ...before, ...changes })
}
</script>

<template>
  <p class="quiet">{{ words.optional }}</p>
  <h3>{{ words.groups.prices }}</h3>
  <div class="fields">
    <TypedField
      v-for="[rule, kind] in PRICES"
      :key="rule"
      :model-value="model[rule] ?? null"
      :kind="kind"
      :path="`${path}.${rule}`"
      :label="ruleName(rule)"
      :hint="HINTS[rule]"
      optional
      @update:model-value="(asked) => set(rule, asked)"
    />
    <TypedField
      :model-value="model.lowestBefore?.days ?? null"
      kind="count"
      :path="`${path}.lowestBefore.days`"
      :label="words.lowestDays"
      optional
      @update:model-value="(days) => setLowest(days === null ? null : { days })"
    />
    <template v-if="model.lowestBefore">
      <v-select
        :model-value="model.lowestBefore.counts"
        :items="counts"
        :label="words.lowestCounts"
        @update:model-value="(given) => setLowest({ counts: given as 'shelf' | 'paid' })"
      />
      <TypedField
        :model-value="model.lowestBefore.below"
        kind="percent"
        :path="`${path}.lowestBefore.below`"
        :label="words.lowestBelow"
        @update:model-value="(below) => setLowest({ below: below ?? 0 })"
      />
    </template>
  </div>
  <h3>{{ words.groups.size }}</h3>
  <div class="fields">
    <TypedField
      :model-value="model.maxProducts ?? null"
      kind="count"
      :path="`${path}.maxProducts`"
      :label="ruleName('maxProducts')"
      optional
      @update:model-value="(most) => set('maxProducts', most)"
    />
    <TypedField
      :model-value="model.maxDays ?? null"
      kind="count"
      :path="`${path}.maxDays`"
      :label="words.maxDays"
      optional
      @update:model-value="(days) => set('maxDays', days)"
    />
    <TypedField
      :model-value="model.usualDays?.from ?? null"
      kind="count"
      :path="`${path}.usualDays.from`"
      :label="words.usualFrom"
      optional
      @update:model-value="(from) => setUsual({ from })"
    />
    <TypedField
      :model-value="model.usualDays?.to ?? null"
      kind="count"
      :path="`${path}.usualDays.to`"
      :label="words.usualTo"
      optional
      @update:model-value="(to) => setUsual({ to })"
    />
  </div>
  <p v-for="error in errors('usualDays')" :key="error" class="wrong">{{ error }}</p>
  <h3>{{ words.groups.products }}</h3>
  <div class="fields">
    <TypedField
      v-for="[rule, kind] in GOODS"
      :key="rule"
      :model-value="model[rule] ?? null"
      :kind="kind"
      :path="`${path}.${rule}`"
      :label="ruleName(rule)"
      optional
      @update:model-value="(asked) => set(rule, asked)"
    />
    <TypedField
      v-if="model.stockDays !== 'promotion'"
      :model-value="model.stockDays ?? null"
      kind="count"
      :path="`${path}.stockDays`"
      :label="words.stockDays"
      optional
      @update:model-value="(days) => set('stockDays', days)"
    />
    <v-checkbox
      :model-value="model.stockDays === 'promotion'"
      :label="words.stockWhole"
      hide-details
      @update:model-value="(is) => set('stockDays', is ? 'promotion' : null)"
    />
  </div>
  <v-checkbox
    :model-value="model.oneAtATime === true"
    :label="ruleName('oneAtATime')"
    hide-details
    @update:model-value="(is) => set('oneAtATime', is ? true : null)"
  />
  <h3>{{ words.groups.shown }}</h3>
  <v-select
    :model-value="[...(model.kinds ?? [])]"
    :items="kinds"
    :label="ruleName('kinds')"
    :hint="words.kindsHint"
    persistent-hint
    multiple
    :error-messages="errors('kinds')"
    @update:model-value="(chosen: string[]) => set('kinds', chosen.length > 0 ? chosen : null)"
  />
  <div class="fields">
    <TypedField
      :model-value="model.titleLength ?? null"
      kind="count"
      :path="`${path}.titleLength`"
      :label="ruleName('titleLength')"
      optional
      @update:model-value="(most) => set('titleLength', most)"
    />
    <v-text-field
      :model-value="model.titleWithout ?? ''"
      :label="ruleName('titleWithout')"
      maxlength="60"
      :error-messages="errors('titleWithout')"
      @update:model-value="(text: string) => set('titleWithout', text.trim() === '' ? null : text)"
    />
  </div>
</template>

<style scoped>
h3 {
  margin-top: 6px;
}

.fields {
  align-items: start;
  display: grid;
  gap: 10px 16px;
  grid-template-columns: 1fr 1fr;
}
</style>
