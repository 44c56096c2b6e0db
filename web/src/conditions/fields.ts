import type { TestKind } from '@novalex/core'
import type { Component } from 'vue'
import FigureFields from './FigureFields.vue'
import GoodsFields from './GoodsFields.vue'
import ListFields from './ListFields.vue'
import ReachTestFields from './ReachTestFields.vue'
import ShopperFields from './ShopperFields.vue'
import SignedInFields from './SignedInFields.vue'

/** The editor of every kind of test. */
export const TEST_FIELDS: Readonly<Record<TestKind, Component>> = {
  spend: GoodsFields,
  quantity: GoodsFields,
  option: ListFields,
  group: ListFields,
  signedIn: SignedInFields,
  orders: FigureFields,
  spent: FigureFields,
  bought: ReachTestFields,
  tag: ListFields,
  audience: ListFields,
  shopper: ShopperFields,
  channel: ListFields,
  country: ListFields,
}
