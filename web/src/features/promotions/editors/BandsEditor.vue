<script setup lang="ts">
import { formatAmount, type Band } from '@novalex/core'
import TypedField from '@/components/TypedField.vue'
import { text } from '@/locale/en.ts'
import { formatMoney } from '@/locale/format.ts'

/** Price bands as one list of lower limits; each upper limit follows from the next. */
const { bands } = defineProps<{ bands: readonly Band[] }>()
const emit = defineEmits<{ change: [bands: Band[]] }>()
const words = text.promotion.value

function change(index: number, changes: Partial<Band>): void {
  emit(
    'change',
    bands.map((band, at) => (at === index ? { ...band, ...changes } : band)),
  )
}

function add(): void {
  const last = bands.at(-1)
  emit('change', [...bands, { from: (last?.from ?? 0) + 1000, value: last?.value ?? { percent: 1000 } }])
}

const percentOf = ({ value }: Band) => ('percent' in value ? value.percent : 0)
const upTo = (index: number) => {
  const next = bands[index + 1]
  return next ? words.bandTo(formatMoney(next.from)) : words.bandUp
}
</script>

<template>
  <ol class="bands">
    <li v-for="(band, index) in bands" :key="index">
      <TypedField
        :model-value="band.from"
        kind="money"
        :path="`mechanic.bands.${index}.from`"
        :label="words.bandFrom"
        @update:model-value="(from) => change(index, { from: from ?? 0 })"
      />
      <span class="quiet">{{ upTo(index) }}</span>
      <TypedField
        :model-value="percentOf(band)"
        kind="percent"
        :path="`mechanic.bands.${index}.value.percent`"
        :label="words.bandValue"
        @update:model-value="(percent) => change(index, { value: { percent: percent ?? 0 } })"
      />
      <v-btn
        v-if="bands.length > 1"
        size="small"
        variant="text"
        :aria-label="words.removeBand(formatAmount(band.from))"
        @click="
          emit(
            'change',
            bands.filter((_, at) => at !== index),
          )
        "
        >✕</v-btn
      >
    </li>
  </ol>
  <v-btn size="small" @click="add">{{ words.addBand }}</v-btn>
</template>

<style scoped>
.bands {
  display: grid;
  gap: 8px;
  list-style: none;
  padding: 0;
}

li {
  align-items: center;
  display: grid;
  gap: 10px;
  grid-template-columns: 150px minmax(110px, auto) 120px auto;
}
</style>
