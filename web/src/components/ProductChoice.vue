<script setup lang="ts">
import type { Product } from '@novalex/core'
import { computed, ref } from 'vue'
import { useProductSearch } from '@/composables/useProductSearch.ts'
import { useNames } from '@/stores/names.ts'

/** Products by typing name or SKU; chosen ones are chips. */
defineProps<{ label: string; errorMessages?: readonly string[] }>()
const model = defineModel<string[]>({ required: true })

const names = useNames()
const search = ref('')
const { found, isAnswered, takeFirstLater } = useProductSearch(search)
const items = computed(() => {
  const skus = new Set([...model.value, ...found.value.map(({ sku }) => sku)])
  return [...skus].map((sku) => ({ value: sku, title: names.names.product(sku), props: { subtitle: sku } }))
})

function add({ sku }: Product): void {
  model.value = [...new Set([...model.value, sku])]
  search.value = ''
}
</script>

<template>
  <v-autocomplete
    v-model="model"
    v-model:search="search"
    :items="items"
    :label="label"
    :error-messages="[...(errorMessages ?? [])]"
    auto-select-first
    multiple
    clear-on-select
    chips
    closable-chips
    clearable
    no-filter
    :hide-no-data="!isAnswered"
    @keydown.enter="takeFirstLater(add)"
  />
</template>
