import type { MinorUnits } from '../values/index.ts'
import type { Reach } from './reach.ts'

export type Comparison = '>=' | '>' | '<=' | '<' | '=' | '!='

/** On what a cart's value is measured: regular prices, after the markdowns, or after every earlier phase. */
export type Basis = 'regular' | 'shelf' | 'current'

/** Every test of a condition: what each asks, by its kind. */
export interface Tests {
  spend: { readonly reach: Reach; readonly basis: Basis; readonly op: Comparison; readonly amount: MinorUnits }
  quantity: { readonly reach: Reach; readonly op: Comparison; readonly count: number }
  option: { readonly in: readonly string[] }
  group: { readonly in: readonly string[] }
  tag: { readonly in: readonly string[] }
  audience: { readonly in: readonly string[] }
  shopper: { readonly in: readonly string[] }
  orders: { readonly op: Comparison; readonly count: number }
  spent: { readonly op: Comparison; readonly amount: MinorUnits }
  bought: { readonly reach: Reach }
  signedIn: { readonly is: boolean }
  channel: { readonly in: readonly string[] }
  country: { readonly in: readonly string[] }
}

export type TestKind = keyof Tests

/** A test of some kinds. */
export type TestOf<K extends TestKind> = { [P in K]: { readonly test: P } & Tests[P] }[K]

export type ConditionTest = TestOf<TestKind>

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
