<script setup lang="ts">
import type { ConditionTest } from '@novalex/core'
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { counted, joinWords, offerText, quote } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useChoices } from './useChoices.ts'

/** One of several values: chosen by name where values have names, otherwise chosen or typed. */
const { test } = defineProps<{ test: Extract<ConditionTest, { readonly in: readonly string[] }>; path: string }>()
const emit = defineEmits<{ set: [changes: object] }>()

const words = offerText.condition
const store = useStoreInfo()
const toItems = (list: readonly { readonly id: string; readonly name: string }[]) =>
  list.map(({ id, name }) => ({ value: id, title: name }))
const NAMED: Readonly<Partial<Record<ConditionTest['test'], readonly { value: string; title: string }[]>>> = {
  channel: toItems(store.channels),
  option: toItems(store.delivery),
}
/** So many groups and tags are listed at most. */
const MOST_LISTED = 200
const choices = useChoices()
const { data: labels } = useAnswer('listShopperLabels')
const counts = computed(() => {
  const listed = test.test === 'group' ? labels.value?.groups : test.test === 'tag' ? labels.value?.tags : []
  return new Map(listed?.map(({ label, shoppers }) => [label, shoppers]))
})
const known = computed(() => choices.value[test.test] ?? [])
const items = computed(() =>
  known.value.map((value) => {
    const shoppers = counts.value.get(value)
    return { value, title: value, props: shoppers === undefined ? {} : { subtitle: counted.shopper(shoppers) } }
  }),
)
/** What nobody and nothing has: a name to come, or one that is written otherwise. */
const unknown = computed(() => {
  const isListed = known.value.length > 0 && known.value.length < MOST_LISTED
  return isListed ? test.in.filter((name) => !known.value.includes(name)) : []
})
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
  <template v-else>
    <v-combobox
      v-model="list"
      :items="items"
      :return-object="false"
      multiple
      chips
      closable-chips
      hide-details="auto"
      :label="words.values"
    />
    <p v-if="unknown.length > 0" class="wrong" role="status">{{ words.unused(joinWords(unknown.map(quote))) }}</p>
  </template>
</template>
