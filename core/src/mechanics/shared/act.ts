import type { Delivery, Rounding, Value } from '../../terms/index.ts'
import { lackOf, type Lack, type OrderView, type Outcome, type Piece, type Skip, type Turn } from '../../units/index.ts'
import type { MinorUnits } from '../../values/index.ts'
import type { Bound, BoundQuestion } from './bound.ts'
import type { Reward } from './definition.ts'

/** A mechanic that sets regular prices, made ready. */
export interface StepAct {
  readonly phase: 0
  /** The regular price of a product by its SKU; null where it sets none. */
  priceFor(sku: string, rung: Value | null): MinorUnits | null
}

/** A mechanic that lowers shelf prices, made ready. */
export interface ShelfAct {
  readonly phase: 1
  readonly rounding: Rounding | undefined
  /** The value for a product of that regular price; null where it has none. */
  valueFor(sku: string, regular: MinorUnits): Value | null
}

/** How little more an order needs for the next step of an offer, and what it would get. */
export interface NextStep {
  readonly missingUnits?: number
  readonly missingAmount?: MinorUnits
  readonly reward: Reward
}

/** A mechanic that reduces units of the order, made ready. */
export interface OfferAct {
  readonly phase: 2 | 3
  /** How long a try takes, against a mechanic that reduces each unit by itself. */
  readonly effort: number
  /** Acts on the order as it stands when its turn comes. */
  apply(turn: Turn): Outcome
  /** The most that it could take off, whatever was applied before it. The search leaves out what this says can't win. */
  bound(asked: BoundQuestion): Bound
  /** The step after the one that it has taken; `further` is what kept it from one more application. */
  findNextStep(turn: Turn, further: Skip | null): NextStep | null
  /** The most that it may add to an order as gifts, by their worth. Absent: nothing. */
  boundAdded?(cart: CartBounds, view: OrderView): number
}

/** The most that a cart may come to, before anything is added. */
export interface CartBounds {
  readonly worth: MinorUnits
  readonly units: number
  /** The highest price of one unit. */
  readonly dearest: MinorUnits
}

/** A mechanic that lowers the price of delivery, made ready. */
export interface DeliveryAct {
  readonly phase: 4
  /** Whether it looks at what the goods come to in the end. */
  readonly looksAtCurrent: boolean
  /** Reduction of the chosen delivery before the cap, or the reason for none. */
  judge(delivery: Delivery, pieces: readonly Piece[], rung: Value | null): MinorUnits | Skip
  /** Reductions by minimum cart value, regardless of the final value of goods. `shelf`: their shelf value. */
  findCuts(delivery: Delivery, shelf: MinorUnits, rung: Value | null): readonly DeliveryCut[]
  findNextStep(pieces: readonly Piece[]): NextStep | null
}

interface DeliveryCut {
  readonly from: MinorUnits
  readonly cut: MinorUnits
}

/** A mechanic that adds to the order, made ready. */
export interface SurchargeAct {
  readonly phase: 5
  /** Whether it comes to the same whatever the goods cost. */
  readonly isFixed: boolean
  /** Surcharge before the cap, or the reason for none. */
  judge(view: OrderView, pieces: readonly Piece[]): MinorUnits | Skip
  /** The most that it may add to an order. */
  boundAdded(cart: CartBounds): number
}

export type Act = StepAct | ShelfAct | OfferAct | DeliveryAct | SurchargeAct

/** Prepared form of a mechanic, by phase. */
export interface ActsByPhase {
  0: StepAct
  1: ShelfAct
  2: OfferAct
  3: OfferAct
  4: DeliveryAct
  5: SurchargeAct
}

/** Shortfall for one more application, as a step; null if a shopper can't add it. */
export function toNextStep(further: Skip | null, reward: Reward): NextStep | null {
  const { missingUnits, missingAmount }: Lack = further ? lackOf(further) : {}
  if (missingUnits !== undefined) return { missingUnits, reward }
  return missingAmount === undefined ? null : { missingAmount, reward }
}
