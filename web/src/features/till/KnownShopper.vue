<script setup lang="ts">
import type { ShopperRow } from '@novalex/core'
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { refDebounced } from '@vueuse/core'
import { text, counted } from '@/locale/catalogue.ts'
import { formatMoney } from '@novalex/words'
import { useTillCart } from './useTill.ts'

/** A shopper from the file, by typing a name or an id. */
const TYPING_MS = 200
const till = useTillCart()
const search = ref('')
const settled = refDebounced(search, TYPING_MS)
const { data } = useAnswer('findShoppers', () => ({ query: { search: settled.value } }))
const items = computed(() => {
  const found = data.value?.shoppers ?? []
  const all = till.known && !found.some(({ id }) => id === till.known!.id) ? [till.known, ...found] : found
  return all.map((shopper) => ({ value: shopper, title: shopper.name, props: { subtitle: pastOf(shopper) } }))
})
const pastOf = ({ id, groups, orders, spent }: ShopperRow) =>
  [id, ...groups, `${counted.order(orders)}, ${formatMoney(spent)}`].join(' · ')
</script>

<template>
  <v-autocomplete
    v-model="till.known"
    v-model:search="search"
    :items="items"
    :label="text.till.known"
    :hint="till.known ? pastOf(till.known) : text.till.knownHint"
    persistent-hint
    no-filter
    clearable
    density="compact"
  />
</template>
