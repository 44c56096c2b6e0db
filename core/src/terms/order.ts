import type { Instant, MinorUnits } from '../values/index.ts'

/** Usage of a promotion; absent figures are zero. */
export interface PromotionFacts {
  readonly uses?: number
  readonly usesByShopper?: number
  readonly unitsSold?: number
  readonly discountGiven?: MinorUnits
}

export type Facts = Readonly<Record<string, PromotionFacts>>

export interface Shopper {
  readonly id: string
  readonly groups: readonly string[]
  readonly tags: readonly string[]
  /** The audiences that the shopper belongs to; absent: none. */
  readonly audiences?: readonly string[]
  readonly orders: number
  readonly spent: MinorUnits
  readonly bought: readonly string[]
}

export interface Delivery {
  readonly option: string
  readonly price: MinorUnits
  readonly country: string
}

export interface CartLine {
  readonly sku: string
  readonly quantity: number
}

export interface Cart {
  readonly lines: readonly CartLine[]
  readonly codes: readonly string[]
  readonly channel: string
  readonly delivery: Delivery | null
  readonly shopper: Shopper | null
}

export type CodeRegister = Readonly<
  Record<string, { readonly promotion: string; readonly state: 'open' | 'used' | 'void' }>
>

/** One order to price at one instant. */
export interface Order {
  readonly now: Instant
  readonly cart: Cart
  readonly facts: Facts
  readonly codes: CodeRegister
  /** Stock by SKU, overriding the catalogue; null: unlimited. */
  readonly stock?: Readonly<Record<string, number | null>>
}
