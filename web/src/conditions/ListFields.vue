<script setup lang="ts">
import type { ConditionTest } from '@novalex/core'
import { computed } from 'vue'
import { offerText, CHANNELS } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useChoices } from './useChoices.ts'

/** One of several values: chosen by name where values have names, otherwise chosen or typed. */
const { test } = defineProps<{ test: Extract<ConditionTest, { readonly in: readonly string[] }>; path: string }>()
const emit = defineEmits<{ set: [changes: object] }>()

const words = offerText.condition
const NAMED: Readonly<Partial<Record<ConditionTest['test'], readonly { value: string; title: string }[]>>> = {
  channel: Object.entries(CHANNELS).map(([value, title]) => ({ value, title })),
  option: useStoreInfo().delivery.map(({ id, name }) => ({ value: id, title: name })),
}
const choices = useChoices()
const list = computed<string[]>({
  get: () => [...test.in],
  // A choice among none would never hold.
  set: (ids) => {
    const given = ids.map((id) => id.trim()).filter(Boolean)
    if (given.length > 0) emit('set', { in: given })
  },
})
</script>

<template>
  <v-select v-if="NAMED[test.test]" v-model="list" :items="NAMED[test.test]" multiple chips :label="words.values" />
  <v-combobox
    v-else
    v-model="list"
    :items="choices[test.test] ?? []"
    multiple
    chips
    closable-chips
    hide-details="auto"
    :label="words.values"
  />
</template>
