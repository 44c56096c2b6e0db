<script setup lang="ts">
import type { PickOrder, Repeat } from '@novalex/core'
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { offerText } from '@/locale/catalogue.ts'

/** How often in one order, and which items are taken first. */
const { repeat, pick } = defineProps<{ repeat: Repeat; pick: PickOrder }>()
const emit = defineEmits<{ change: [changes: { repeat?: Repeat; pick?: PickOrder }] }>()

const words = offerText.repeat
const CHOICES = (['once', 'every', 'times'] as const).map((value) => ({ value, title: words.choices[value] }))
const PICKS = (['dearest', 'cheapest'] as const).map((value) => ({ value, title: offerText.pick[value] }))
const choice = computed(() => (typeof repeat === 'number' ? 'times' : repeat))
const times = computed<number>({
  get: () => (typeof repeat === 'number' ? repeat : 1),
  set: (given) => {
    emit('change', { repeat: given })
  },
})

type Choice = (typeof CHOICES)[number]['value']

function choose(next: Choice): void {
  emit('change', { repeat: next === 'times' ? 2 : next })
}
</script>

<template>
  <div class="pair">
    <v-select
      :model-value="choice"
      :items="CHOICES"
      :label="words.label"
      @update:model-value="(next) => choose(next as Choice)"
    />
    <v-select
      :model-value="pick"
      :items="PICKS"
      :label="offerText.pick.label"
      @update:model-value="(next: PickOrder) => emit('change', { pick: next })"
    />
    <TypedField v-if="choice === 'times'" v-model="times" kind="count" path="mechanic.repeat" :label="words.times" />
  </div>
</template>
