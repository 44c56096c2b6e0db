<script setup lang="ts">
import { WHOLE, computeDeepestPercent, computeHighestFloor } from '@novalex/core'
import { computed, ref, shallowRef } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { createFields, provideFields } from '@/components/fields.ts'
import { productText } from '@/locale/catalogue.ts'
import { formatMoney, formatPercent } from '@novalex/words'

/** How much the floor lets a sale take off, and how low it would have to be for more. */
const { regular, floor } = defineProps<{ regular: number; floor: number }>()

provideFields(createFields(shallowRef([])))
const words = productText.buffer
const percent = ref<number | null>(2500)
const highest = computed(() => computeHighestFloor(regular, Math.min(percent.value ?? 0, WHOLE)))
</script>

<template>
  <section>
    <h2>{{ words.title }}</h2>
    <p>{{ words.deepest(formatPercent(computeDeepestPercent(regular, floor))) }}</p>
    <div class="row">
      <TypedField v-model="percent" kind="percent" path="percent" :label="words.percent" />
      <p role="status" :class="{ wrong: floor > highest }">
        {{ words.needs(formatMoney(highest)) }}
        {{ floor > highest ? words.short(formatMoney(floor - highest)) : words.fits(formatMoney(highest - floor)) }}
      </p>
    </div>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 20px;
}

.row {
  align-items: start;
  display: grid;
  gap: 10px;
  grid-template-columns: 136px minmax(0, 1fr);
  margin-top: 6px;
}
</style>
