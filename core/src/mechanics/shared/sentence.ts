import type { Band, Reach, Repeat, Value } from '../../terms/index.ts'

/** Parts of a promotion's sentence that several mechanics have; each carries its facts, the words belong to the locale. */
export interface ReachPart {
  readonly part: 'reach'
  readonly reach: Reach
}

/** One value, or bands by price. */
export interface ValuePart {
  readonly part: 'value'
  readonly value: Value | null
  readonly bands: readonly Band[]
}

/** A price for each of so many products. */
export interface PricesPart {
  readonly part: 'prices'
  readonly products: number
  readonly isRegular: boolean
}

/** The tiers of a mechanic that has some. */
export interface TiersPart<M> {
  readonly part: 'tiers'
  readonly mechanic: M
}

export interface RepeatPart {
  readonly part: 'repeat'
  readonly repeat: Repeat
}
