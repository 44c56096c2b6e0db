<script setup lang="ts">
import { computeReading, READS_ALIKE, writeOtherWay, type Value } from '@novalex/core'
import { computed } from 'vue'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { offerText } from '@/locale/catalogue.ts'
import { formatMoney, formatPercent } from '@novalex/words'

/** Whether a percentage or an amount is the larger number to read, for the cheapest, middle and most expensive product; one click writes it the other way. */
const { value } = defineProps<{ value: Value | undefined }>()
const emit = defineEmits<{ change: [value: Value] }>()
const { draft, reach } = usePromotion()
const words = offerText.reads

/** None with steps, where the value changes from product to product or with time. */
const readings = computed(() => {
  if (value === undefined || draft.value.ladder !== null) return []
  return (reach.value?.reaches[0]?.sample ?? []).flatMap(({ name, regularPrice: price }) => {
    const reading = computeReading(value, price)
    return reading ? [{ ...reading, name, price }] : []
  })
})
const verdict = computed(() => {
  const [larger, other] = new Set(readings.value.map((one) => one.larger))
  if (larger === undefined || larger === 'same' || other !== undefined) return words.mixed(formatMoney(READS_ALIKE))
  return words[larger]
})
const lines = computed(() =>
  readings.value.map(({ percent, amount, price, name }) => {
    const say = value && 'percent' in value ? words.percentOf : words.amountOf
    return say(formatPercent(percent), formatMoney(amount), formatMoney(price), name)
  }),
)
/** As it is on the product in the middle. */
const other = computed(() => {
  const middle = readings.value[Math.floor(readings.value.length / 2)]
  return value && middle ? writeOtherWay(value, middle.price) : null
})
const otherName = computed(() => {
  if (!other.value) return ''
  if ('percent' in other.value) return words.off(formatPercent(other.value.percent))
  return 'amount' in other.value ? words.each(formatMoney(other.value.amount)) : ''
})
</script>

<template>
  <details v-if="readings.length > 0" class="reads">
    <summary>{{ words.title }}</summary>
    <p>{{ verdict }}</p>
    <p v-for="line in lines" :key="line" class="quiet">{{ line }}</p>
    <button v-if="other" type="button" class="as-link" @click="emit('change', other)">
      {{ words.change(otherName) }}
    </button>
  </details>
</template>

<style scoped>
.reads {
  font-size: 13.5px;
  margin-top: 4px;
}

summary {
  color: var(--quiet);
  cursor: pointer;
}
</style>
