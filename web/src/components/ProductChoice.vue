<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/api.ts'
import { useDebounced } from '@/composables/useDebounced.ts'
import { useLoad } from '@/composables/useLoad.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'

/** Products by typing name or SKU; chosen ones are chips. */
defineProps<{ label: string; errorMessages?: readonly string[] }>()
const model = defineModel<string[]>({ required: true })

const FOUND = 20
const TYPING_MS = 200
const moment = useMoment()
const names = useNames()
const search = ref('')
const settled = useDebounced(search, TYPING_MS)
const { data } = useLoad(settled, async (signal) => {
  const answer = await api.listProducts({ ...moment.asked, search: settled.value, size: String(FOUND) }, signal)
  names.learnProducts(answer.rows.map(({ product }) => product))
  return answer
})
const items = computed(() => {
  const found = data.value?.rows.map(({ product }) => product.sku) ?? []
  const skus = new Set([...model.value, ...found])
  return [...skus].map((sku) => ({ value: sku, title: names.names.product(sku), props: { subtitle: sku } }))
})
</script>

<template>
  <v-autocomplete
    v-model="model"
    v-model:search="search"
    :items="items"
    :label="label"
    :error-messages="[...(errorMessages ?? [])]"
    multiple
    clear-on-select
    chips
    closable-chips
    clearable
    no-filter
  />
</template>
