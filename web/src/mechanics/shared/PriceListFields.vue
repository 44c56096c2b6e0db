<script setup lang="ts">
import type { PriceList } from '@novalex/core'
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import TypedField from '@/components/TypedField.vue'
import { offerText, counted } from '@/locale/catalogue.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import RemoveRow from '@/components/RemoveRow.vue'
import { useEdited } from '@/composables/useEdited.ts'

/** The products of a price list, some at a time, each with its price. */
const { prices } = defineProps<{ prices: PriceList }>()
const emit = defineEmits<{ change: [prices: PriceList] }>()

const { latest, change } = useEdited<PriceList>(
  () => prices,
  (next) => {
    emit('change', next)
  },
)
const PAGE_SIZE = 10
const { forget } = usePromotion()
const words = offerText.priceList
const page = ref(1)
const skus = computed(() => Object.keys(prices))
const shown = computed(() => skus.value.slice((page.value - 1) * PAGE_SIZE, page.value * PAGE_SIZE))
const { data: found } = useAnswer('lookUpProducts', () => ({ body: { skus: shown.value } }))
const nameOf = (sku: string) => found.value?.find((one) => one.sku === sku)?.name ?? sku

function remove(sku: string): void {
  forget(`mechanic.prices.${sku}`)
  const { [sku]: _gone, ...rest } = latest()
  change(rest)
}
</script>

<template>
  <p class="quiet">{{ words.hint(counted.product(skus.length)) }}</p>
  <ul>
    <li v-for="sku in shown" :key="sku">
      <span> {{ nameOf(sku) }} <span class="quiet">{{ sku }}</span> </span>
      <TypedField
        :model-value="prices[sku]!"
        kind="money"
        :path="`mechanic.prices.${sku}`"
        :label="words.price(nameOf(sku))"
        is-named-beside
        @update:model-value="(price: number | null) => change({ ...latest(), [sku]: price ?? 0 })"
      />
      <RemoveRow v-if="skus.length > 1" :label="words.remove(nameOf(sku))" @remove="remove(sku)" />
    </li>
  </ul>
  <v-pagination
    v-if="skus.length > PAGE_SIZE"
    v-model="page"
    :length="Math.ceil(skus.length / PAGE_SIZE)"
    :total-visible="5"
    density="compact"
    :aria-label="words.pages"
  />
</template>

<style scoped>
ul {
  display: grid;
  gap: 8px;
  list-style: none;
  padding: 0;
}

li {
  align-items: center;
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(0, 1fr) 150px 36px;
}
</style>
