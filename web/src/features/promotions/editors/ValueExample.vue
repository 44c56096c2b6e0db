<script setup lang="ts">
import { computeFloor, computeMarkdown, type Markdown, type Product } from '@novalex/core'
import { computed, watch } from 'vue'
import { text } from '@/locale/en.ts'
import { formatMoney, formatPercentRead, plural } from '@/locale/format.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useNames } from '@/stores/names.ts'
import { usePromotion } from '../usePromotionDraft.ts'

/** The rule in numbers of real products from the reach, percent and amount both. */
const { mechanic } = defineProps<{ mechanic: Markdown }>()
const store = useStoreInfo()
const names = useNames()
const { reach: data } = usePromotion()
const words = text.promotion.value

watch(data, (answer) => {
  if (answer) names.learnProducts([...answer.reaches[0]!.sample, ...answer.unmovedSample])
})

const examples = computed(
  () => data.value?.reaches[0]!.sample.map((product) => ({ product, ...priceOf(product) })) ?? [],
)

function priceOf(product: Product): { after: number; saved: number } {
  const { value = mechanic.bands?.findLast((band) => band.from <= product.regularPrice)?.value } = mechanic
  if (!value) return { after: product.regularPrice, saved: 0 }
  const unit = {
    regular: product.regularPrice,
    current: product.regularPrice,
    floor: computeFloor(product, store.info!.store),
  }
  const { amount } = computeMarkdown(value, mechanic.rounding, unit)
  return { after: product.regularPrice - amount, saved: amount }
}

/** The reduction as the shopper could read it otherwise: a percentage as money, an amount as a share. */
function otherReading(product: Product, saved: number): string {
  const isPercent = mechanic.value !== undefined && 'percent' in mechanic.value
  return isPercent ? formatMoney(saved) : formatPercentRead(saved, product.regularPrice)
}
</script>

<template>
  <div v-if="data" class="live-example" aria-live="polite">
    <ul v-if="examples.length > 0">
      <li v-for="{ product, after, saved } in examples" :key="product.sku">
        {{ product.name }}: <span class="struck">{{ formatMoney(product.regularPrice) }}</span> →
        <strong>{{ formatMoney(after) }}</strong>
        <span v-if="saved > 0" class="quiet"> · {{ otherReading(product, saved) }}</span>
      </li>
    </ul>
    <p v-else class="wrong">▲ {{ text.promotion.reach.nothing }}</p>
    <p v-if="data.unmoved > 0" class="wrong">
      ▲ {{ words.unmoved(plural(data.unmoved, 'product')) }}:
      {{ data.unmovedSample.map(({ name }) => name).join(', ') }}
    </p>
  </div>
</template>
