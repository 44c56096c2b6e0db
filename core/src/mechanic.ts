import type { BasisPoints, MinorUnits } from './money.ts'
import type { Reach } from './plan.ts'

export type Value =
  | { readonly percent: BasisPoints; readonly of?: 'regular' | 'current' }
  /** Off each unit, or once from all the units rewarded. */
  | { readonly amount: MinorUnits; readonly per: 'unit' | 'once' }
  | { readonly price: MinorUnits }

export interface Band {
  readonly from: MinorUnits
  readonly value: Value
}

export interface Rounding {
  readonly to: 'nearest' | 'up' | 'down'
  readonly step: MinorUnits
  readonly ending?: MinorUnits
}

/** A price for each product by SKU. Products that it does not list are not touched. */
export type PriceList = Readonly<Record<string, MinorUnits>>

/** Phase 1: the product's shelf price. Exactly one of `value`, `bands` and `prices`. */
export interface Markdown {
  readonly kind: 'markdown'
  readonly reach: Reach
  readonly value?: Value
  readonly bands?: readonly Band[]
  /** The shelf price of each product, if it is lower. */
  readonly prices?: PriceList
  readonly rounding?: Rounding
}

/** Phase 0: the regular price itself, from the promotion's ladder or from a list. Exactly one of the two. */
export interface PriceSteps {
  readonly kind: 'price-steps'
  readonly reach: Reach
  readonly prices?: PriceList
}

export type Pick = 'dearest' | 'cheapest'
export type Repeat = 'once' | 'every' | number

export interface Tier {
  readonly from: number
  readonly value: Value
}

/** Phase 2: each unit in the reach, or the first `maxUnits` by `pick`. */
export interface ItemDiscount {
  readonly kind: 'item-discount'
  readonly reach: Reach
  readonly value: Value
  readonly maxUnits?: number
  readonly pick?: Pick
}

/** Phase 2: a tier by the number of units, for all of them or for each by its own ordinal. */
export interface QuantityBreak {
  readonly kind: 'quantity-break'
  readonly reach: Reach
  readonly count: 'sku' | 'family' | 'reach'
  readonly tiers: readonly Tier[]
  readonly on: 'all' | 'tier'
}

/** Phase 2: a tier by the shelf value of its units. */
export interface SpendBreak {
  readonly kind: 'spend-break'
  readonly reach: Reach
  readonly tiers: readonly Tier[]
}

/** Phase 2: buy some, get others reduced, or added to the cart as a gift. */
export interface BuyGet {
  readonly kind: 'buy-get'
  readonly buy: { readonly reach: Reach; readonly quantity?: number; readonly spend?: MinorUnits }
  readonly get: { readonly sameSku?: true; readonly reach?: Reach; readonly quantity: number; readonly value: Value }
  readonly repeat: Repeat
  readonly pick?: Pick
  readonly gift?: boolean
}

/** Phase 2: several units for one price together. */
export interface Bundle {
  readonly kind: 'bundle'
  readonly parts: readonly { readonly reach: Reach; readonly quantity: number }[]
  readonly price: MinorUnits
  readonly repeat: Repeat
  readonly pick?: Pick
}

/** Phase 3: percent of its units' value, or an amount once. */
export interface OrderDiscount {
  readonly kind: 'order-discount'
  readonly reach: Reach
  readonly tiers: readonly Tier[]
}

/** Phase 4: the price of delivery, by the cart's value. */
export interface DeliveryOffer {
  readonly kind: 'delivery'
  readonly options?: readonly string[]
  readonly tiers: readonly Tier[]
  readonly basis: 'shelf' | 'current'
}

/** Phase 5: added to the order. */
export interface Surcharge {
  readonly kind: 'surcharge'
  readonly reach: Reach
  readonly value: Value
}

export type UnitMechanic = ItemDiscount | QuantityBreak | SpendBreak | BuyGet | Bundle

/** How a promotion reduces, in the order of the phases. */
export type Mechanic = PriceSteps | Markdown | UnitMechanic | OrderDiscount | DeliveryOffer | Surcharge
