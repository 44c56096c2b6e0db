<script setup lang="ts">
import { computed } from 'vue'
import { counted } from '@/locale/catalogue.ts'
import { useNames } from '@/stores/names.ts'

/** A category by typing its name, with its place in the tree and its number of products. */
defineProps<{ label: string; multiple?: boolean; errorMessages?: readonly string[] }>()
const model = defineModel<string | null | string[]>()

const names = useNames()
const items = computed(() =>
  names.categories.map(({ id, path, products }) => ({
    value: id,
    title: path.join(' › '),
    props: { subtitle: counted.product(products) },
  })),
)
</script>

<template>
  <v-autocomplete
    v-model="model"
    :items="items"
    :label="label"
    :multiple="multiple ?? false"
    :clear-on-select="multiple ?? false"
    :chips="multiple ?? false"
    :closable-chips="multiple ?? false"
    :error-messages="[...(errorMessages ?? [])]"
    clearable
    auto-select-first
  />
</template>
