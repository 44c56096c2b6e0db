<script setup lang="ts">
import { MECHANIC_KINDS, type ChannelRule, type ChannelRules } from '@novalex/core'
import { ref, watch } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { useFields } from '@/components/fields.ts'
import type { NumberKind } from '@/components/numberKinds.ts'
import { channelText, explainProblem, mechanicWords, ruleName } from '@/locale/catalogue.ts'
import NumberRules from './NumberRules.vue'
import { withRule, type NumberRule } from './partnerDraft.ts'

/** The rules of a partner as fields; an empty one is no rule. */
const { path } = defineProps<{ path: string }>()
const model = defineModel<ChannelRules>({ required: true })

const words = channelText.form
const { problemsAt } = useFields()
const errors = (rule: string) => problemsAt(`${path}.${rule}`).map(explainProblem)
const number = (rule: NumberRule, kind: NumberKind, more: { label?: string; hint?: string } = {}) => ({
  rule,
  kind,
  ...more,
})
const PRICES = [
  number('minReduction', 'percent'),
  number('showReduction', 'percent'),
  number('atMostOfRegular', 'percent'),
  number('leastPriceGap', 'percent', { hint: words.gapHint }),
  number('atMostOfReference', 'percent'),
  number('atLeastOfReference', 'percent'),
]
const SIZES = [number('maxProducts', 'count'), number('maxDays', 'count', { label: words.maxDays })]
const STOCK = number('stockDays', 'count', { label: words.stockDays })
const GOODS = [number('minRating', 'stars'), number('minReviews', 'count')]
const TITLES = [number('titleLength', 'count')]
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
const setNumber = (rule: ChannelRule, asked: number | null) => {
  set(rule, asked as never)
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
    <NumberRules :rules="PRICES" :values="model" :path="path" @set="setNumber" />
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
    <NumberRules :rules="SIZES" :values="model" :path="path" @set="setNumber" />
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
    <NumberRules
      :rules="model.stockDays === 'promotion' ? GOODS : [...GOODS, STOCK]"
      :values="model"
      :path="path"
      @set="setNumber"
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
    <NumberRules :rules="TITLES" :values="model" :path="path" @set="setNumber" />
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
