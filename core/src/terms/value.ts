import type { BasisPoints, MinorUnits } from '../values/index.ts'

export type Value =
  | { readonly percent: BasisPoints; readonly of?: 'regular' | 'current' }
  /** Off each unit, or once from all the units rewarded. */
  | { readonly amount: MinorUnits; readonly per: 'unit' | 'once' }
  | { readonly price: MinorUnits }

export interface Tier {
  readonly from: number
  readonly value: Value
}

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

export type PickOrder = 'dearest' | 'cheapest'
export type Repeat = 'once' | 'every' | number
