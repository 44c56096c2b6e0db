<script setup lang="ts">
import type { Value } from '@novalex/core'
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { offerText } from '@/locale/catalogue.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { createValue, kindOf, type ValueKind } from './valueKinds.ts'
import { useEdited } from '@/composables/useEdited.ts'

/** One reduction: how it is meant, and its number under a label that says what the number is. */
const {
  value,
  kinds,
  path,
  words = 'unit',
} = defineProps<{
  value: Value
  kinds: readonly ValueKind[]
  path: string
  words?: 'unit' | 'delivery' | 'surcharge'
}>()
const emit = defineEmits<{ change: [value: Value] }>()

const { forget } = usePromotion()
const { latest, change } = useEdited<Value>(
  () => value,
  (next) => {
    emit('change', next)
  },
)
const kind = computed(() => kindOf(value, kinds))
const TITLES = {
  unit: offerText.reduction.kinds,
  delivery: offerText.reduction.deliveryKinds,
  surcharge: offerText.reduction.surchargeKinds,
}
const LABELS = {
  unit: offerText.reduction.labels,
  delivery: offerText.reduction.deliveryLabels,
  surcharge: offerText.reduction.surchargeLabels,
}
const items = computed(() => kinds.map((one) => ({ value: one, title: TITLES[words][one] })))
const field = computed(() => ('percent' in value ? 'percent' : 'amount' in value ? 'amount' : 'price'))
const number = computed<number>({
  get: () => (value as unknown as Record<string, number>)[field.value] ?? 0,
  set: (given) => {
    const now = latest()
    change({ ...now, ['percent' in now ? 'percent' : 'amount' in now ? 'amount' : 'price']: given } as Value)
  },
})

function setKind(next: ValueKind): void {
  forget(path)
  change(createValue(next))
}
</script>

<template>
  <div class="fields">
    <v-select
      :model-value="kind"
      :items="items"
      :label="words === 'surcharge' ? offerText.reduction.surchargeKind : offerText.reduction.kind"
      @update:model-value="setKind"
    />
    <TypedField
      v-if="kind !== 'free'"
      v-model="number"
      :kind="kind === 'percent' ? 'percent' : 'money'"
      :path="`${path}.${field}`"
      :label="LABELS[words][kind]"
    />
  </div>
</template>

<style scoped>
.fields {
  align-items: start;
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(120px, 1.2fr) minmax(105px, 1fr);
}
</style>
