<script setup lang="ts">
import { compileCatalogue, convertPromotion, type Mechanic } from '@novalex/core'
import { computed, ref, type Component } from 'vue'
import { offerText } from '@/locale/enOffers.ts'
import { joinWords } from '@/locale/format.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '../usePromotionDraft.ts'
import LadderEditor from './LadderEditor.vue'
import BundleFields from './mechanics/BundleFields.vue'
import BuyGetFields from './mechanics/BuyGetFields.vue'
import DeliveryFields from './mechanics/DeliveryFields.vue'
import ItemDiscountFields from './mechanics/ItemDiscountFields.vue'
import QuantityBreakFields from './mechanics/QuantityBreakFields.vue'
import SaleFields from './mechanics/SaleFields.vue'
import SpendTierFields from './mechanics/SpendTierFields.vue'
import PriceListFields from './mechanics/PriceListFields.vue'
import SurchargeFields from './mechanics/SurchargeFields.vue'
import OfferExample from './OfferExample.vue'
import { DELIVERY_KINDS, ORDER_KINDS, REWARD_KINDS, SALE_KINDS, UNIT_KINDS, type ValueKind } from './valueKinds.ts'

type Kind = Mechanic['kind']

const FIELDS: Readonly<Record<Kind, Component | null>> = {
  'price-steps': null,
  markdown: SaleFields,
  'item-discount': ItemDiscountFields,
  'quantity-break': QuantityBreakFields,
  'spend-break': SpendTierFields,
  'buy-get': BuyGetFields,
  bundle: BundleFields,
  'order-discount': SpendTierFields,
  delivery: DeliveryFields,
  surcharge: SurchargeFields,
}
/** What rungs may be, where a ladder may set the mechanic's one value. */
const RUNG_KINDS: Readonly<Partial<Record<Kind, readonly ValueKind[]>>> = {
  'price-steps': ['price'],
  markdown: SALE_KINDS,
  'item-discount': UNIT_KINDS,
  'buy-get': REWARD_KINDS,
  'order-discount': ORDER_KINDS,
  delivery: DELIVERY_KINDS,
}

const { draft, patch, forget } = usePromotion()
const store = useStoreInfo()
const mechanic = computed(() => draft.value!.mechanic)
const dropped = ref('')
const KINDS = Object.entries(offerText.kinds).map(([value, title]) => ({
  value,
  title,
  props: { subtitle: offerText.examples[value as Kind] },
}))

/** A ladder needs one value to set. */
const rungKinds = computed(() => {
  const own = mechanic.value
  if (('tiers' in own && own.tiers.length > 1) || ('prices' in own && own.prices)) return undefined
  if ((own.kind === 'markdown' && own.bands) || (own.kind === 'buy-get' && own.gift)) return undefined
  return RUNG_KINDS[own.kind]
})

function setKind(kind: Kind): void {
  if (kind === mechanic.value.kind) return
  forget('mechanic')
  forget('ladder')
  const surroundings = {
    store: store.info!.store,
    catalogue: compileCatalogue({ products: [], categories: [], sets: [] }),
  }
  const converted = convertPromotion(draft.value!, kind, surroundings)
  const names = converted.dropped.map((field) => offerText.droppedFields[field])
  dropped.value = names.length > 0 ? offerText.dropped(joinWords(names)) : ''
  // An absent stack group must be taken out of the draft, too.
  patch({ ...converted.promotion, stacking: converted.promotion.stacking })
}
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ offerText.kind }}</legend>
    <v-select :model-value="mechanic.kind" :items="KINDS" :label="offerText.kind" @update:model-value="setKind" />
    <p v-if="dropped" class="wrong" role="status">{{ dropped }}</p>
    <component :is="FIELDS[mechanic.kind]" v-if="FIELDS[mechanic.kind]" />
    <LadderEditor
      v-if="rungKinds || draft!.ladder"
      :kinds="rungKinds ?? UNIT_KINDS"
      :is-required="mechanic.kind === 'price-steps'"
    />
    <PriceListFields
      v-if="mechanic.kind === 'price-steps' && mechanic.prices"
      :prices="mechanic.prices"
      @change="(prices) => patch({ mechanic: { ...mechanic, prices } as Mechanic })"
    />
    <OfferExample v-if="mechanic.kind !== 'markdown'" />
  </fieldset>
</template>
