<script setup lang="ts">
import type { ConditionTest } from '@novalex/core'
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { counted, joinWords, offerText, quote, text } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useChoices } from './useChoices.ts'

/** One of several values that the store has; groups and tags also by a new name, which says that it is new. */
const { test } = defineProps<{ test: Extract<ConditionTest, { readonly in: readonly string[] }>; path: string }>()
const emit = defineEmits<{ set: [changes: object] }>()

const words = offerText.condition
const store = useStoreInfo()
/** So many groups and tags are listed at most. */
const MOST_LISTED = 200
const choices = useChoices()
const { data: labels } = useAnswer('listShopperLabels')
const counts = computed(() => {
  const listed = test.test === 'group' ? labels.value?.groups : test.test === 'tag' ? labels.value?.tags : []
  return new Map(listed?.map(({ label, shoppers }) => [label, shoppers]))
})
const names = computed(() => {
  const named = test.test === 'channel' ? store.channels : test.test === 'option' ? store.delivery : []
  return new Map(named.map(({ id, name }) => [id, name]))
})
const known = computed(() => choices.value[test.test] ?? [])
const items = computed(() =>
  [...new Set([...known.value, ...test.in])].map((value) => {
    const shoppers = counts.value.get(value)
    const subtitle = shoppers === undefined ? {} : { subtitle: counted.shopper(shoppers) }
    return { value, title: names.value.get(value) ?? value, props: subtitle }
  }),
)
/** What nobody and nothing has: a name to come, or one that is written otherwise. */
const unknown = computed(() => {
  const isListed = known.value.length > 0 && known.value.length < MOST_LISTED
  return isListed ? test.in.filter((name) => !known.value.includes(name)) : []
})

/** Groups and tags come with a file of shoppers, which may bring new ones. */
const newEntry = computed(() => (test.test === 'group' ? words.newGroup : test.test === 'tag' ? words.newTag : null))
/** The name that is typed; null while none is. */
const typed = ref<string | null>(null)
function add(): void {
  const name = (typed.value ?? '').trim()
  if (name === '') return
  typed.value = null
  if (!test.in.includes(name)) emit('set', { in: [...test.in, name] })
}
function choose(ids: readonly string[]): void {
  // A choice among none would never hold.
  if (ids.length > 0) emit('set', { in: [...ids] })
}
</script>

<template>
  <v-autocomplete
    :model-value="[...test.in]"
    :items="items"
    multiple
    chips
    closable-chips
    hide-details="auto"
    :label="words.values"
    @update:model-value="choose"
  >
    <template v-if="newEntry !== null" #append-item>
      <v-list-item :title="newEntry" @click="typed = ''" />
    </template>
  </v-autocomplete>
  <div v-if="typed !== null" class="new">
    <v-text-field
      v-model="typed"
      autofocus
      hide-details
      maxlength="64"
      :label="words.newName"
      @keydown.enter.prevent="add"
    />
    <v-btn size="small" :disabled="typed.trim() === ''" @click="add">{{ words.addNew }}</v-btn>
    <button type="button" class="as-link" @click="typed = null">{{ text.common.cancel }}</button>
  </div>
  <p v-if="unknown.length > 0" class="wrong" role="status">{{ words.unused(joinWords(unknown.map(quote))) }}</p>
</template>

<style scoped>
.new {
  align-items: center;
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(0, 1fr) auto auto;
}
</style>
