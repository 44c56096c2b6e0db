import type { ChannelRule } from '../terms/index.ts'
import type { BasisPoints, Instant, MinorUnits } from '../values/index.ts'

/** `refused`: the partner would not accept it. `warned`: it would, against its advice. */
export type FitSeverity = 'refused' | 'warned'

/** Rules that are not a partner's: a product whose price the promotion leaves as it is can't be submitted. */
export type FitRule = ChannelRule | 'lowersPrice'

/** Figures of an issue; which there are depends on the rule. Money in minor units, shares in basis points. */
export interface FitFacts {
  /** What the rule asks: the least, or the most. */
  readonly limit?: number
  /** What stands against it; null: not known. */
  readonly found?: number | null
  /** The upper end of what is recommended. */
  readonly to?: number
  /** The share of a price that the limit comes from. */
  readonly share?: BasisPoints
  readonly counts?: 'shelf' | 'paid'
  readonly days?: number
  /** When the lowest price was shown, and the order that paid it. */
  readonly at?: Instant
  readonly order?: string
  /** A type of promotion, characters, or another promotion by its id. */
  readonly name?: string
}

interface FitIssue {
  readonly rule: FitRule
  readonly severity: FitSeverity
  readonly facts: FitFacts
}

/** A product as a partner would show it, with what keeps it out. */
export interface ProductFit {
  readonly sku: string
  readonly regular: MinorUnits
  readonly price: MinorUnits
  /** The least price that would be reported; null where the partner asks for none. */
  readonly leastPrice: MinorUnits | null
  readonly issues: readonly FitIssue[]
}

/** An issue of a whole promotion, or of some of its products. */
export interface SummedIssue extends FitIssue {
  /** How many products have it; null: the promotion as a whole. */
  readonly products: number | null
  /** The first of them. */
  readonly sku: string | null
}

/** Whether a promotion fits what a partner asks, product by product. */
export interface ChannelFit {
  /** When it starts; null: at once. */
  readonly start: Instant | null
  /** The instant whose prices are checked. */
  readonly at: Instant
  /** Latest moment to submit, and moment from which it can't be changed; null without a start. */
  readonly submitBy: Instant | null
  readonly locksAt: Instant | null
  /** Whether prices are checked: a partner shows the price of one unit. */
  readonly isPriced: boolean
  /** How it would be called there. */
  readonly title: string
  /** Refusals first. */
  readonly issues: readonly SummedIssue[]
  /** Without those that are left out, in catalogue order. */
  readonly products: readonly ProductFit[]
}
