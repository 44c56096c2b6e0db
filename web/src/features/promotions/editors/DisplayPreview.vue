<script setup lang="ts">
import type { ShopProduct } from '@novalex/contract'
import { findTests, isAboutShopper, withOccasion } from '@novalex/core'
import { computed } from 'vue'
import { fillTexts, isShownIn, labelOfOffer, writeLabel } from '@/locale/describeDisplay.ts'
import ShopOffer from '@/features/shop/ShopOffer.vue'
import ShopPrice from '@/features/shop/ShopPrice.vue'
import { planningText, shopText } from '@/locale/catalogue.ts'
import { formatInstant, formatMoney } from '@novalex/words'
import { nameInCart } from './suggestTexts.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { useExamples } from './useExamples.ts'

/** The parts of the shop that show the promotion, on a product of its reach: as the shop computes them, with the texts as they stand now. */
const { draft, record } = usePromotion()
const store = useStoreInfo()
const names = useNames()
const words = planningText.display
const { found, nameOf } = useExamples()

const occasion = computed(() => names.occasions.find(({ id }) => id === draft.value.occasion))
const promotion = computed(() => withOccasion(toPromotion(record.value, draft.value), occasion.value))
const display = computed(() => fillTexts(promotion.value))
/** The offer as shoppers read it who do not qualify. */
const offer = computed(() => ({
  ...promotion.value,
  ...(display.value ? { display: display.value } : {}),
  code: null,
  members: isForSome.value ? (display.value?.members ?? null) : null,
}))
const isForSome = computed(() => findTests(promotion.value.when).some(isAboutShopper))
const isOnShelf = computed(() => ['price-steps', 'markdown'].includes(promotion.value.mechanic.kind))
const shown = computed<ShopProduct | null>(() => {
  const one = found.value?.shown
  if (!one || !isOnShelf.value) return null
  const { next, left, promotions, ...rest } = one
  const rises = next !== null && next.price > one.price
  return {
    ...rest,
    name: nameOf(one.sku),
    categories: [],
    root: null,
    until: rises ? new Date(next.at).toISOString() : null,
    then: rises ? next.price : null,
    inStock: true,
    left,
    displays: promotions.flatMap((one) => fillTexts(one.id === promotion.value.id ? promotion.value : one) ?? []),
    flags: occasion.value?.flag ? [occasion.value.flag] : [],
    members: [],
  }
})
const label = computed(() =>
  shown.value?.struck != null
    ? writeLabel(display.value?.label, {
        percent: shown.value.percentOff,
        regular: shown.value.struck,
        price: shown.value.price,
        amount: shown.value.struck - shown.value.price,
      })
    : labelOfOffer(promotion.value),
)
const isUnfilled = computed(() => Boolean(display.value?.label) && found.value !== null && label.value === null)
const asOf = computed(() =>
  found.value?.asOf == null ? '' : ` · ${formatInstant(found.value.asOf, { zone: store.zone, year: false })}`,
)
const cartWords = computed(() => nameInCart(promotion.value, names.names))
</script>

<template>
  <div class="live-example preview" aria-live="polite">
    <p class="quiet">{{ words.preview }}{{ asOf }}</p>
    <p v-if="isUnfilled" class="wrong">▲ {{ words.noLabel }}</p>
    <p v-if="draft.code !== null" class="quiet">{{ words.codeHidden }}</p>
    <template v-if="shown">
      <p>{{ shown.name }}</p>
      <ShopPrice :product="shown" :place="isShownIn(display, 'list') ? 'list' : 'product'" />
      <p v-if="isForSome && display?.members">
        <span class="quiet">{{ words.others }}:</span>
        {{ shopText.memberPrice(display.members, formatMoney(shown.price)) }}
      </p>
      <p v-if="shown.left">{{ shopText.left(shown.left) }}</p>
      <p v-if="shown.struck !== null" class="quiet">{{ words.pastUnchecked }}</p>
    </template>
    <ShopOffer
      v-else-if="draft.code === null && isShownIn(display, 'product')"
      :promotion="offer"
      :names="names.names"
    />
    <p><span class="quiet">{{ words.inCart }}:</span> {{ cartWords }}</p>
  </div>
</template>

<style scoped>
.preview {
  display: grid;
  gap: 6px;
}
</style>
