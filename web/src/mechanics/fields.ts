import type { MechanicKind } from '@novalex/core'
import type { Component } from 'vue'
import BundleFields from './bundle/Fields.vue'
import BuyGetFields from './buy-get/Fields.vue'
import DeliveryFields from './delivery/Fields.vue'
import ItemDiscountFields from './item-discount/Fields.vue'
import MarkdownFields from './markdown/Fields.vue'
import OrderDiscountFields from './order-discount/Fields.vue'
import PriceStepsFields from './price-steps/Fields.vue'
import QuantityBreakFields from './quantity-break/Fields.vue'
import {
  DELIVERY_KINDS,
  ORDER_KINDS,
  REWARD_KINDS,
  SALE_KINDS,
  UNIT_KINDS,
  type ValueKind,
} from './shared/valueKinds.ts'
import SpendBreakFields from './spend-break/Fields.vue'
import SurchargeFields from './surcharge/Fields.vue'

interface MechanicFields {
  readonly fields: Component
  /** Kinds of value that rungs may have; empty: no ladder. */
  readonly rungKinds: readonly ValueKind[]
}

/** The editors of every mechanic. */
export const FIELDS: Readonly<Record<MechanicKind, MechanicFields>> = {
  'price-steps': { fields: PriceStepsFields, rungKinds: ['price'] },
  markdown: { fields: MarkdownFields, rungKinds: SALE_KINDS },
  'item-discount': { fields: ItemDiscountFields, rungKinds: UNIT_KINDS },
  'quantity-break': { fields: QuantityBreakFields, rungKinds: UNIT_KINDS },
  'spend-break': { fields: SpendBreakFields, rungKinds: UNIT_KINDS },
  'buy-get': { fields: BuyGetFields, rungKinds: REWARD_KINDS },
  bundle: { fields: BundleFields, rungKinds: UNIT_KINDS },
  'order-discount': { fields: OrderDiscountFields, rungKinds: ORDER_KINDS },
  delivery: { fields: DeliveryFields, rungKinds: DELIVERY_KINDS },
  surcharge: { fields: SurchargeFields, rungKinds: UNIT_KINDS },
}
