import type { NextStep } from '../mechanics/index.ts'
import type { Held, SkipFacts, SkipReason } from '../units/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { CodeReason } from './codes.ts'

export interface Adjustment {
  readonly promotion: string
  readonly phase: number
  readonly amount: MinorUnits
  readonly units: number
}

/** Sums over the line's units. */
export interface QuoteLine {
  readonly sku: string
  readonly quantity: number
  readonly gift: boolean
  readonly regular: MinorUnits
  readonly shelf: MinorUnits
  readonly total: MinorUnits
  readonly tax: MinorUnits
  readonly adjustments: readonly Adjustment[]
}

export interface CodeOutcome {
  readonly code: string
  /** The promotion that it belongs to, if any. */
  readonly promotion: string | null
  readonly outcome: 'applied' | 'noEffect' | 'refused'
  readonly reason: CodeReason | null
}

export interface Quote {
  readonly lines: readonly QuoteLine[]
  readonly delivery: {
    readonly regular: MinorUnits
    readonly total: MinorUnits
    readonly adjustments: readonly Adjustment[]
  }
  readonly surcharges: readonly { readonly promotion: string; readonly amount: MinorUnits }[]
  readonly totals: {
    readonly regular: MinorUnits
    readonly shelf: MinorUnits
    readonly merchandise: MinorUnits
    readonly delivery: MinorUnits
    readonly surcharges: MinorUnits
    readonly tax: MinorUnits
    readonly grand: MinorUnits
    readonly saved: MinorUnits
  }
  /** Of every promotion of the plan; worked out when it is first read. */
  readonly promotions: readonly PromotionOutcome[]
  readonly codes: readonly CodeOutcome[]
  readonly nudges: readonly Nudge[]
  /** False if the search for the lowest price was cut short. */
  readonly proven: boolean
}

/** A promotion that changed nothing, with the facts of its reason. */
export type SkippedOutcome<R extends SkipReason = SkipReason> = {
  [K in R]: {
    readonly promotion: string
    readonly outcome: 'skipped'
    readonly reason: K
    readonly amount: 0
    readonly facts: SkipFacts[K]
  }
}[R]

/** Outcome of a promotion. Facts that don't apply are absent. */
export type PromotionOutcome =
  | {
      readonly promotion: string
      readonly outcome: 'applied'
      readonly reason: null
      readonly amount: MinorUnits
      /** Limits that reduced its effect. */
      readonly facts: Partial<Held>
    }
  | SkippedOutcome

/** How little more an order needs for a promotion, or for its next step, and what it would get. */
export interface Nudge extends NextStep {
  readonly promotion: string
}
