import type { Product, Reach } from '../../terms/index.ts'
import type { MinorUnits } from '../../values/index.ts'

/** Requirement on the cart: units of a reach, or their value. */
export interface Need {
  readonly reach: Reach
  readonly units?: number
  readonly money?: MinorUnits
  /** Basis of the amount. */
  readonly basis?: 'regular' | 'shelf' | 'current'
}

/** A limit of a mechanic, and what a cart beside it holds. */
export interface MechanicLimit {
  readonly limit: 'tier' | 'threshold' | 'quantity' | 'bundle'
  readonly need: Need
  /** Other requirements of the mechanic. */
  readonly others?: readonly Need[]
  /** Units that every such cart holds on top. */
  readonly extra?: number
}

/** Products to make carts of. */
export interface Samples {
  /** The product that carts are made of to fill a need; undefined where none does. */
  findSample(need: Need): Product | undefined
  /** Whether a product lies in a reach. */
  isIn(reach: Reach, product: Product): boolean
}

/** Products that could be added to a cart. */
export interface Offering {
  /** Products of a reach: those of the cart first, then the cheapest. */
  findCandidates(reach: Reach): readonly Product[]
  /** How many units of a reach the cart holds. */
  countIn(reach: Reach): number
}
