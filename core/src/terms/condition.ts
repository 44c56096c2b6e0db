import type { MinorUnits } from '../values/index.ts'
import type { Reach } from './reach.ts'

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
  | { readonly test: 'group' | 'tag' | 'audience' | 'shopper'; readonly in: readonly string[] }
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

/** The first test that kept a condition from being true: what it needs (`isNegated`: that the test does not hold), and what it found. */
export interface FailedTest {
  readonly test: ConditionTest
  readonly isNegated: boolean
  readonly found: string | number | boolean | null
  /** The tests of the other branches, where one of several had to hold and none did. */
  readonly orElse?: readonly FailedTest[]
}
