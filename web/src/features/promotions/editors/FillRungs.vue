<script setup lang="ts">
import type { Value } from '@novalex/core'
import { computed, reactive, ref } from 'vue'
import AmountField from '@/components/AmountField.vue'
import { offerText } from '@/locale/enOffers.ts'
import { createRungs } from './createRungs.ts'

/** Many rungs at once: "every 3 sold + 5.00, from 20.00 up to 45.00". */
const emit = defineEmits<{ fill: [rungs: { at: number; value: Value }[]] }>()
const words = offerText.ladder
const isOpen = ref(false)
const wanted = reactive<{ every: number | null; start: number | null; step: number | null; until: number | null }>({
  every: 3,
  start: 2000,
  step: 500,
  until: 4500,
})
const rungs = computed(() => createRungs(wanted))

function fill(): void {
  if (!rungs.value) return
  emit('fill', rungs.value)
  isOpen.value = false
}
</script>

<template>
  <v-menu v-model="isOpen" :close-on-content-click="false">
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.fill }}</v-btn>
    </template>
    <v-card border class="pop">
      <form @submit.prevent="fill">
        <AmountField v-model="wanted.every" kind="count" :label="`${words.every} … ${words.everyHint}`" />
        <AmountField v-model="wanted.step" kind="money" :label="words.step" />
        <AmountField v-model="wanted.start" kind="money" :label="words.start" />
        <AmountField v-model="wanted.until" kind="money" :label="words.until" />
        <v-btn type="submit" variant="flat" :disabled="rungs === null"
          >{{ words.make }}{{ rungs ? ` (${rungs.length})` : '' }}</v-btn
        >
      </form>
    </v-card>
  </v-menu>
</template>

<style scoped>
.pop {
  padding: 14px;
  width: 300px;
}

form {
  display: grid;
  gap: 10px;
}
</style>
