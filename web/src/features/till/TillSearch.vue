<script setup lang="ts">
import type { Product } from '@novalex/core'
import { formatAmount } from '@novalex/core'
import { computed, ref } from 'vue'
import { api } from '@/api/api.ts'
import { useDebounced } from '@/composables/useDebounced.ts'
import { useLoad } from '@/composables/useLoad.ts'
import { text } from '@/locale/en.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'

const emit = defineEmits<{ choose: [product: Product] }>()

const FOUND = 12
const TYPING_MS = 120
const moment = useMoment()
const names = useNames()
const search = ref('')
const chosen = ref<string | null>(null)
const settled = useDebounced(search, TYPING_MS)

const { data } = useLoad(settled, (signal) =>
  api.listProducts({ ...moment.asked, search: settled.value, size: String(FOUND) }, signal),
)
/** Known by their SKU, so that an answer that comes while one is being picked leaves it under the pointer. */
const items = computed(
  () =>
    data.value?.rows.map(({ product }) => ({
      value: product.sku,
      title: product.name,
      props: { subtitle: `${product.sku} · ${formatAmount(product.regularPrice)}` },
    })) ?? [],
)

function choose(sku: string | null): void {
  const product = data.value?.rows.find((row) => row.product.sku === sku)?.product
  if (!product) return
  names.learnProducts([product])
  emit('choose', product)
  chosen.value = null
  search.value = ''
}
</script>

<template>
  <v-autocomplete
    v-model:search="search"
    :model-value="chosen"
    :items="items"
    data-till
    :label="text.till.add"
    no-filter
    auto-select-first
    bg-color="surface"
    menu-icon=""
    @update:model-value="choose"
  />
</template>
