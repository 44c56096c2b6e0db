import type { FailedTest } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { Obstacle } from './stacking.ts'

/** A limit that is reached: uses, units or money, as the reason says, and what stands against it. */
interface Reached {
  readonly found: number
  readonly limit: number
}

/** Remainder of a limit, and the next application's need. */
interface Short {
  readonly left: number
  readonly needed: number
}

/** How much more would do: units, or money. */
export interface Lack {
  readonly missingUnits?: number
  readonly missingAmount?: MinorUnits
}

/** The promotion that stood in the way, and how it did. */
interface InTheWay {
  readonly promotion: string
  readonly because: Obstacle
}

/** Total of the order (in phase 1: shelf price of one unit) with the promotion, and without it. */
interface Compared extends Partial<InTheWay> {
  readonly withIt: MinorUnits
  readonly without: MinorUnits
}

type None = object

/** Why a promotion changed nothing, with the facts that a sentence about it needs. Source: docs/pricing.md, "Reasons". */
export interface SkipFacts {
  'not-ready': None
  /** Of an order in a partner channel that it does not go to. */
  'not-in-channel': None
  'not-started': None
  ended: None
  'outside-hours': None
  'no-code': None
  /** The first test that can't be known of a guest; without one, it is a limit for each shopper. */
  'sign-in-needed': Partial<FailedTest>
  /** The first test that failed. */
  condition: Partial<FailedTest>
  /** Of a delivery offer: whether no way of delivery is chosen yet, or another one than it is about. */
  'nothing-in-reach': { readonly delivery?: 'none' | 'other' }
  'below-first-tier': Reached & Lack
  'not-enough-units': Lack
  'used-up': Reached
  'shopper-limit': Reached
  'units-gone': Reached | Short
  'budget-gone': Reached | Short
  stacking: InTheWay
  sole: Partial<InTheWay>
  'better-without': Compared
  /** Of a bundle: its price, and what the items come to without it. */
  'no-saving': Partial<Reached>
  floor: None
}

export type SkipReason = keyof SkipFacts

/** A reason with its facts. */
export type Skip = { [R in SkipReason]: { readonly reason: R } & SkipFacts[R] }[SkipReason]

/** How much more would do, where that is what keeps a promotion out. */
export function lackOf(skip: Skip): Lack {
  return skip.reason === 'not-enough-units' || skip.reason === 'below-first-tier' ? skip : {}
}
