<script setup lang="ts">
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { refDebounced } from '@vueuse/core'
import { counted } from '@/locale/catalogue.ts'

/** Tags or families: those in use are offered, others may be typed, as products may get them later. */
const { of } = defineProps<{ of: 'tags' | 'families'; label: string; errorMessages?: readonly string[] }>()
const model = defineModel<string[]>({ required: true })

const TYPING_MS = 200
const search = ref('')
const settled = refDebounced(search, TYPING_MS)
const { data } = useAnswer('listLabels', () => ({ query: { of, search: settled.value } }))
const items = computed(() =>
  (data.value ?? []).map(({ label, products }) => ({
    value: label,
    title: label,
    props: { subtitle: counted.product(products) },
  })),
)
</script>

<template>
  <v-combobox
    v-model="model"
    v-model:search="search"
    :items="items"
    :label="label"
    :error-messages="[...(errorMessages ?? [])]"
    :return-object="false"
    multiple
    clear-on-select
    chips
    closable-chips
    no-filter
    hide-details="auto"
  />
</template>
