import type { LocalDateTime, MinorUnits } from '../values/index.ts'
import type { Value } from './value.ts'

export type Ladder =
  | {
      readonly by: 'unitsSold' | 'unitsLeft' | 'hoursLeft'
      readonly rungs: readonly { readonly at: number; readonly value: Value }[]
    }
  | { readonly by: 'date'; readonly rungs: readonly { readonly at: LocalDateTime; readonly value: Value }[] }

/** More units on offer, once, when so few are left or the end is so near. */
export interface Refill {
  readonly at: { readonly unitsLeft: number } | { readonly hoursLeft: number }
  readonly add: number
}

export interface Limits {
  readonly uses?: number | null
  readonly usesPerShopper?: number | null
  readonly units?: number | null
  /** Only with `units`; by hours only with an end. */
  readonly refills?: readonly Refill[]
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

/** Texts of a promotion for shoppers; never its name or note. Absent texts are generated from the rule. Does not affect prices. */
export interface Display {
  readonly title?: string
  readonly description?: string
  /** A short mark beside the price, with places to be filled: `{percent} % off`. */
  readonly label?: string
  /** Who qualifies, as everybody may read it beside the price that they pay: “Club members”. Absent: nobody else sees that price. */
  readonly members?: string
  /** Whether receipts show it as one line below the goods, or with each of them; absent: by its mechanic. */
  readonly as?: 'line' | 'items'
  /** Places where it shows; absent: everywhere. */
  readonly places?: readonly DisplayPlace[]
  /** Whether its tiers are listed as a table on the product page; absent: yes. */
  readonly breaks?: boolean
  /** Whether a cart that nearly has it is told so; absent: yes. */
  readonly nudge?: boolean
  /** Whether its code stands on the shop’s page of coupons; absent: no, so that a secret one never does. */
  readonly listed?: boolean
}

/** Editorial state of a promotion; whether it is live depends on the schedule and the time. */
export type PromotionState = 'draft' | 'ready' | 'paused' | 'stopped'
