import type { Mechanic, Value } from './mechanic.ts'
import type { BasisPoints, MinorUnits } from './money.ts'
import type { Instant, LocalDateTime, LocalTime } from './time.ts'

export type * from './mechanic.ts'

/** How a store prices: its currency, zone, taxes, floor and which promotions may meet. Source: docs/pricing.md, "Input". */
export interface Store {
  readonly currency: string
  readonly timeZone: string
  readonly pricesIncludeTax: boolean
  readonly deliveryTaxRate: BasisPoints
  readonly surchargeTaxRate: BasisPoints
  /** How promotions that may not combine are settled: the lowest price, or strictly by rank. */
  readonly conflicts: 'best' | 'rank'
  readonly maxCodesPerOrder: number
  /** `minMargin` is a margin on top of unit cost. */
  readonly floor: { readonly enforce: boolean; readonly minMargin: BasisPoints }
  /** How many days before a reduction its prior price is looked for in; absent: 30. */
  readonly priorDays?: number
  /** How many days a reduction should last at most; absent: 90. Longer ones are pointed out, not refused. */
  readonly longestSaleDays?: number
  readonly stackGroups: readonly string[]
  /** Pairs of groups that do not combine; all other pairs do. */
  readonly apart: readonly (readonly [string, string])[]
}

export interface Category {
  readonly id: string
  readonly name: string
  readonly parent: string | null
}

export interface Product {
  readonly sku: string
  readonly name: string
  readonly family: string | null
  readonly categories: readonly string[]
  readonly tags: readonly string[]
  readonly regularPrice: MinorUnits
  readonly unitCost: MinorUnits | null
  readonly minimumPrice: MinorUnits | null
  readonly taxRate: BasisPoints
  readonly stock: number | null
}

export interface ProductSet {
  readonly id: string
  readonly skus: readonly string[]
}

export interface Catalogue {
  readonly categories: readonly Category[]
  readonly products: readonly Product[]
  readonly sets: readonly ProductSet[]
}

/** One selection of products: every given key must hold, the entries of a list are alternatives, `{}` is everything. */
export interface ReachKeys {
  readonly skus?: readonly string[]
  readonly categories?: readonly string[]
  readonly sets?: readonly string[]
  readonly tags?: readonly string[]
  readonly families?: readonly string[]
  readonly regularPrice?: { readonly from?: MinorUnits; readonly below?: MinorUnits }
}

/** Which products a promotion looks at. Source: docs/pricing.md, "Reach". */
export interface Reach extends ReachKeys {
  readonly except?: ReachKeys
}

export interface WeeklyWindow {
  /** 1 = Monday … 7 = Sunday. */
  readonly days: readonly number[]
  readonly from: LocalTime
  /** Not after `from`: the window runs into the next day. */
  readonly to: LocalTime
}

export interface Schedule {
  /** Its dates are not known yet: it waits, whatever the moment. Goes with neither start nor end. */
  readonly open?: true
  readonly start?: LocalDateTime
  /** The first moment at which it no longer holds. */
  readonly end?: LocalDateTime
  readonly weekly?: readonly WeeklyWindow[]
}

export type Comparison = '>=' | '>' | '<=' | '<' | '=' | '!='

/** On what a cart's value is measured: regular prices, after the markdowns, or after every earlier phase. */
export type Basis = 'regular' | 'shelf' | 'current'

/** Tests about the cart belong to the phases after the shelf price. */
export type CartTest =
  | {
      readonly test: 'spend'
      readonly reach: Reach
      readonly basis: Basis
      readonly op: Comparison
      readonly amount: MinorUnits
    }
  | { readonly test: 'quantity'; readonly reach: Reach; readonly op: Comparison; readonly count: number }
  | { readonly test: 'option'; readonly in: readonly string[] }

export type ShopperTest =
  | { readonly test: 'group' | 'tag' | 'shopper'; readonly in: readonly string[] }
  | { readonly test: 'channel' | 'country'; readonly in: readonly string[] }
  | { readonly test: 'orders'; readonly op: Comparison; readonly count: number }
  | { readonly test: 'spent'; readonly op: Comparison; readonly amount: MinorUnits }
  | { readonly test: 'bought'; readonly reach: Reach }
  | { readonly test: 'signedIn'; readonly is: boolean }

export type ConditionTest = CartTest | ShopperTest

export type Condition =
  | { readonly all: readonly Condition[] }
  | { readonly any: readonly Condition[] }
  | { readonly not: Condition }
  | ConditionTest

export type Ladder =
  | {
      readonly by: 'unitsSold' | 'unitsLeft' | 'hoursLeft'
      readonly rungs: readonly { readonly at: number; readonly value: Value }[]
    }
  | { readonly by: 'date'; readonly rungs: readonly { readonly at: LocalDateTime; readonly value: Value }[] }

export interface Limits {
  readonly uses?: number | null
  readonly usesPerShopper?: number | null
  readonly units?: number | null
  /** The most it may take off one order, or add to it. */
  readonly perOrder?: MinorUnits | null
  readonly budget?: MinorUnits | null
  readonly budgetStops?: boolean
}

export type StackingMode = 'group' | 'alone' | 'closes' | 'sole'

export interface Stacking {
  readonly group: string
  readonly mode: StackingMode
}

export type DisplayPlace = 'list' | 'product' | 'cart'

/** What shoppers read about a promotion; never its name or note. Absent texts are made from the rule. No price depends on it. */
export interface Display {
  readonly title?: string
  readonly description?: string
  /** A short mark beside the price, with places to be filled: `{percent} % off`. */
  readonly label?: string
  /** Where it shows; absent: everywhere. */
  readonly places?: readonly DisplayPlace[]
  /** Whether its tiers are listed as a table on the product page; absent: yes. */
  readonly breaks?: boolean
  /** Whether a cart that nearly has it is told so; absent: yes. */
  readonly nudge?: boolean
}

/** What somebody decided about a promotion; whether it runs follows from the schedule and the moment. */
export type PromotionState = 'draft' | 'ready' | 'paused' | 'stopped'

export interface Promotion {
  readonly id: string
  readonly name: string
  /** The order in which promotions are tried; 1 is first; unique within a plan. */
  readonly rank: number
  readonly state: PromotionState
  readonly schedule: Schedule
  /** Null: by itself. One shared code, or codes of a batch. */
  readonly code: { readonly text: string } | { readonly batch: true } | null
  readonly when: Condition | null
  readonly mechanic: Mechanic
  /** Absent in the phases that take no part in stacking: 0, 4 and 5. */
  readonly stacking?: Stacking
  readonly limits: Limits
  readonly ladder: Ladder | null
  readonly display?: Display
}

/** What a promotion has used up so far; absent figures are zero. */
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

/** Everything a price depends on besides the order: what `compilePlan` takes. */
export interface PricingBase {
  readonly store: Store
  readonly catalogue: Catalogue
  readonly promotions: readonly Promotion[]
}

/** One order to price at one instant. */
export interface Order {
  readonly now: Instant
  readonly cart: Cart
  readonly facts: Facts
  readonly codes: CodeRegister
}
