<script setup lang="ts">
import type { ShopperRow, TestOf } from '@novalex/core'
import { refDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { counted, offerText } from '@/locale/catalogue.ts'

/** One of several shoppers, found by name or id. */
const { test } = defineProps<{ test: TestOf<'shopper'>; path: string }>()
const emit = defineEmits<{ set: [changes: object] }>()

const TYPING_MS = 200
const words = offerText.condition
const search = ref('')
const settled = refDebounced(search, TYPING_MS)
const { data } = useAnswer('findShoppers', () => ({ query: { search: settled.value ?? '' } }))
/** Those that were found for an id which is chosen; null: there is none. */
const known = shallowRef<ReadonlyMap<string, ShopperRow | null>>(new Map())

const learn = (id: string, shopper: ShopperRow | null) => {
  known.value = new Map([...known.value, [id, shopper]])
}
watch(
  () => test.in,
  async (ids) => {
    for (const id of ids.filter((one) => !known.value.has(one))) {
      const answer = await call('findShoppers', { query: { search: id } }).catch(() => null)
      if (answer) learn(id, answer.shoppers.find((one) => one.id === id) ?? null)
    }
  },
  { immediate: true },
)

const found = computed(() => data.value?.shoppers ?? [])
const items = computed(() => {
  const chosen = test.in.map((id) => known.value.get(id) ?? found.value.find((one) => one.id === id) ?? { id })
  const others = found.value.filter(({ id }) => !test.in.includes(id))
  return [...chosen, ...others].map((one) => ({
    value: one.id,
    title: 'name' in one ? one.name : one.id,
    props: { subtitle: 'name' in one ? `${one.id} · ${counted.order(one.orders)}` : '' },
  }))
})
const unknown = computed(() => test.in.filter((id) => known.value.get(id) === null))

function choose(ids: readonly string[]): void {
  for (const one of found.value) if (ids.includes(one.id)) learn(one.id, one)
  emit('set', { in: [...ids] })
}
</script>

<template>
  <v-autocomplete
    v-model:search="search"
    :model-value="[...test.in]"
    :items="items"
    multiple
    chips
    closable-chips
    clear-on-select
    no-filter
    :label="words.shoppers"
    :error-messages="test.in.length === 0 ? words.chooseShopper : ''"
    @update:model-value="choose"
  />
  <p v-if="unknown.length > 0" class="wrong" role="status">{{ words.noShopper(unknown.join(', ')) }}</p>
</template>
