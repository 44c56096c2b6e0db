<script setup lang="ts">
import type { Product } from '@novalex/core'
import { formatMoney } from '@novalex/words'
import { text } from '@/locale/catalogue.ts'
import { computed, nextTick, ref } from 'vue'
import { useProductSearch } from '@/composables/useProductSearch.ts'

const emit = defineEmits<{ choose: [product: Product] }>()

const search = ref('')
const { found, isAnswered, takeFirstLater } = useProductSearch(search)
const items = computed(() =>
  found.value.map((product) => ({
    value: product.sku,
    title: product.name,
    props: { subtitle: `${product.sku} · ${formatMoney(product.regularPrice)}` },
  })),
)

async function choose(sku: string | null): Promise<void> {
  const product = found.value.find((one) => one.sku === sku)
  if (!product) return
  emit('choose', product)
  // The field writes the name of what was picked; it is empty again for the next product.
  await nextTick()
  search.value = ''
}
</script>

<template>
  <v-autocomplete
    v-model:search="search"
    :model-value="null"
    :items="items"
    data-till
    :label="text.till.add"
    no-filter
    :hide-no-data="!isAnswered"
    auto-select-first
    bg-color="surface"
    menu-icon=""
    @update:model-value="choose"
    @keydown.enter="takeFirstLater(({ sku }) => choose(sku))"
  />
</template>
