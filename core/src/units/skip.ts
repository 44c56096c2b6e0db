import type { FailedTest } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { Obstacle } from './stacking.ts'

/** Why a promotion changed nothing. Source: docs/pricing.md, "Reasons". */
export type SkipReason =
  | 'not-ready'
  | 'not-started'
  | 'ended'
  | 'outside-hours'
  | 'no-code'
  | 'sign-in-needed'
  | 'condition'
  | 'nothing-in-reach'
  | 'below-first-tier'
  | 'not-enough-units'
  | 'used-up'
  | 'shopper-limit'
  | 'units-gone'
  | 'budget-gone'
  | 'stacking'
  | 'sole'
  | 'better-without'
  | 'no-saving'
  | 'floor'

/** A reason with the facts that a sentence about it needs. */
export interface Skip {
  readonly reason: SkipReason
  /** The promotion that stood in the way, and how it did. */
  readonly by?: string
  readonly because?: Obstacle
  /** The first test that failed. */
  readonly failed?: FailedTest | null
  /** What was found, and the limit that it was held against: uses, units or money, as the reason says. */
  readonly found?: number
  readonly limit?: number
  /** What is left of a limit, and what the next application would need of it. */
  readonly left?: number
  readonly needed?: number
  /** Of a delivery offer: whether no way of delivery is chosen yet, or another one than it is about. */
  readonly delivery?: 'none' | 'other'
  /** How much more would do. */
  readonly missingUnits?: number
  readonly missingAmount?: MinorUnits
  /** What the order (or, in phase 1, one unit on the shelf) would have come to with the promotion, and came to without it. */
  readonly withIt?: MinorUnits
  readonly without?: MinorUnits
}
