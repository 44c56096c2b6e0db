<script setup lang="ts">
import type { Condition, ConditionTest } from '@novalex/core'
import { computed } from 'vue'
import { text } from '@/locale/en.ts'
import { explainProblem } from '@/locale/problems.ts'
import { CHANNELS, describeCondition } from '@/locale/sentence.ts'
import { useNames } from '@/stores/names.ts'
import { usePromotion } from '../usePromotionDraft.ts'

type Who = 'anyone' | 'signedIn' | 'groups' | 'other'

const { draft, patch, problemsAt } = usePromotion()
const names = useNames()
const words = text.promotion.shopper
const GROUPS = ['club', 'trade', 'schools']

/** The simple shapes that this editor knows: one test of who, one of where; anything else is kept as it is. */
const tests = computed<ConditionTest[] | null>(() => {
  const { when } = draft.value!
  if (when === null) return []
  const parts = 'all' in when ? when.all : [when]
  const isPlain = parts.every((part) => 'test' in part && ['group', 'signedIn', 'channel'].includes(part.test))
  return isPlain ? (parts as ConditionTest[]) : null
})
const groups = computed(() => tests.value?.flatMap((test) => (test.test === 'group' ? test.in : [])) ?? [])
const channels = computed(() => tests.value?.flatMap((test) => (test.test === 'channel' ? test.in : [])) ?? [])
const who = computed<Who>(() => {
  if (tests.value === null) return 'other'
  if (groups.value.length > 0) return 'groups'
  return tests.value.some((test) => test.test === 'signedIn') ? 'signedIn' : 'anyone'
})

function set(next: { who: Who; groups: readonly string[]; channels: readonly string[] }): void {
  const parts: Condition[] = []
  if (next.who === 'signedIn') parts.push({ test: 'signedIn', is: true })
  if (next.who === 'groups') parts.push({ test: 'group', in: next.groups.length > 0 ? next.groups : [GROUPS[0]!] })
  if (next.channels.length > 0) parts.push({ test: 'channel', in: next.channels })
  patch({ when: parts.length === 0 ? null : parts.length === 1 ? parts[0]! : { all: parts } })
}

const choices = computed(() => [
  { value: 'anyone', title: words.anyone },
  { value: 'signedIn', title: words.signedIn },
  { value: 'groups', title: words.groups },
  ...(who.value === 'other' ? [{ value: 'other', title: words.other }] : []),
])
const errors = computed(() => problemsAt('when').map(explainProblem))
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ words.legend }}</legend>
    <v-select
      :model-value="who"
      :items="choices"
      :label="words.legend"
      :error-messages="errors"
      @update:model-value="(next: Who) => set({ who: next, groups, channels })"
    />
    <p v-if="who === 'other'">{{ describeCondition(draft!.when, names.names) }}</p>
    <template v-else>
      <v-combobox
        v-if="who === 'groups'"
        :model-value="groups"
        :items="GROUPS"
        multiple
        chips
        closable-chips
        hide-details="auto"
        :label="words.groupsLabel"
        @update:model-value="(next: string[]) => set({ who, groups: next, channels })"
      />
      <v-select
        :model-value="channels"
        :items="Object.entries(CHANNELS).map(([value, title]) => ({ value, title }))"
        multiple
        chips
        clearable
        :label="words.channels"
        :placeholder="words.channelsAll"
        persistent-placeholder
        @update:model-value="(next: string[]) => set({ who, groups, channels: next })"
      />
    </template>
    <p v-if="who !== 'anyone'" class="quiet">{{ words.guests }}</p>
  </fieldset>
</template>
