import type { BasisPoints } from '../values/index.ts'

/** A partner channel that a promotion goes to. */
export interface PartnerTarget {
  readonly channel: string
  /** Products of a markdown or a regular price change that keep their price there, by SKU. Absent: none. */
  readonly leftOut?: readonly string[]
}

/** What a partner asks of a promotion; each rule may be absent. Source: docs/channels.md, "Rules". */
export interface ChannelRules {
  /** Products in one promotion. */
  readonly maxProducts?: number
  /** Least reduction off the regular price that is accepted. */
  readonly minReduction?: BasisPoints
  /** Least reduction off the regular price that is recommended. */
  readonly showReduction?: BasisPoints
  readonly maxDays?: number
  /** Recommended length in days. */
  readonly usualDays?: { readonly from: number; readonly to: number }
  /** The price is at most this share of the regular price. */
  readonly atMostOfRegular?: BasisPoints
  /** The price is at most, and at least, this share of the reference price. */
  readonly atMostOfReference?: BasisPoints
  readonly atLeastOfReference?: BasisPoints
  /** The price is below the lowest of so many days before the start, by a share of it that may be 0. */
  readonly lowestBefore?: {
    readonly days: number
    /** Prices shown, or paid: what a unit cost in an order of that channel, coupons included. */
    readonly counts: 'shelf' | 'paid'
    readonly below: BasisPoints
  }
  /** The least price reported lies this far below the reduction: 100.00 less 25% with a gap of 2 points is 73.00. */
  readonly leastPriceGap?: BasisPoints
  /** Tenths of a star. */
  readonly minRating?: number
  readonly minReviews?: number
  /** Stock lasts so many days at the rate of the last 30, or for the whole promotion. */
  readonly stockDays?: number | 'promotion'
  /** A product is in one promotion at a time. */
  readonly oneAtATime?: true
  /** The types of promotion that the channel can show. */
  readonly kinds?: readonly string[]
  /** Most characters in the public title. */
  readonly titleLength?: number
  /** Characters that the public title may not have. */
  readonly titleWithout?: string
}

export type ChannelRule = keyof ChannelRules

/** Rules as they hold from a day on, with where they are written. Days are `YYYY-MM-DD`. */
export interface DatedRules {
  readonly from: string
  readonly values: ChannelRules
  readonly source: string
  /** When someone last looked whether they still hold. */
  readonly checkedOn: string
}

/** What a partner asks, as far as checks need it. */
export interface PartnerTerms {
  /** A promotion is submitted so many hours before it starts. */
  readonly leadHours: number
  /** It can't be changed in the last hours before it starts. */
  readonly lockHours: number
  readonly rules: readonly DatedRules[]
}
