<script setup lang="ts">
import type { Value } from '@novalex/core'
import { computed, reactive, ref } from 'vue'
import AmountField from '@/components/AmountField.vue'
import { offerText } from '@/locale/catalogue.ts'
import { fillRungs, proposeFilling, type Filling } from './ladderDraft.ts'

/** Many steps at once, from the value that is there: "every 3 units sold, from 20% down to 5%, 5% each time". */
const { value } = defineProps<{ value: Value }>()
const emit = defineEmits<{ fill: [rungs: { at: number; value: Value }[]] }>()
const words = offerText.ladder
const isOpen = ref(false)
const wanted = reactive<{ -readonly [K in keyof Filling]: Filling[K] }>(proposeFilling(value))
const kind = computed(() => ('percent' in value ? 'percent' : 'money'))
const rungs = computed(() => fillRungs(value, wanted))

/** Proposed values follow the value above, each time the dialog opens. */
function open(is: boolean): void {
  if (is) Object.assign(wanted, proposeFilling(value))
  isOpen.value = is
}

function fill(): void {
  if (!rungs.value) return
  emit('fill', rungs.value)
  isOpen.value = false
}
</script>

<template>
  <v-menu :model-value="isOpen" :close-on-content-click="false" @update:model-value="open">
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.fill }}</v-btn>
    </template>
    <v-card border class="pop">
      <form @submit.prevent="fill">
        <AmountField v-model="wanted.every" kind="count" :label="`${words.every} … ${words.everyHint}`" />
        <AmountField v-model="wanted.start" :kind="kind" :label="words.start" />
        <AmountField v-model="wanted.step" :kind="kind" :label="words.step" />
        <AmountField v-model="wanted.until" :kind="kind" :label="words.until" />
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
