import type { ReachMatcher } from '../catalogue/index.ts'
import type { Need } from '../mechanics/index.ts'
import type { Cart, Comparison, FailedTest, Product, Reach, TestKind, TestOf } from '../terms/index.ts'
import type { Piece } from '../units/index.ts'

/** The outcome of a test or condition; `unknown` if it asks about a shopper who is not signed in. */
export type Truth = 'true' | 'false' | 'unknown'

export interface TestResult {
  readonly truth: Truth
  /** The value that was compared, for explanations. */
  readonly found: FailedTest['found']
}

/** The order as tests see it. */
export interface ConditionView {
  readonly cart: Cart
  /** The cart's units as they stand at the start of the phase; none while shelf prices are made. */
  readonly pieces: readonly Piece[]
  readonly matcherOf: (reach: Reach) => ReachMatcher
  /** Whether each cart line lies in a reach. */
  readonly linesIn: (reach: Reach) => readonly boolean[]
  /** Returns a product at its present regular price, or undefined if the catalogue no longer has it. */
  readonly findProduct: (sku: string) => Product | undefined
}

/** The part of a compiled plan that tests need outside of an order. */
export interface ConditionPlan {
  matcherOf(reach: Reach): ReachMatcher
  readonly catalogue: { readonly products: readonly Product[] }
}

export interface FitScope {
  readonly plan: ConditionPlan
  /** Whether the test is to fail instead. */
  readonly isNegated: boolean
}

/** A property by which a test tells buyers apart. */
export type Trait =
  | { readonly of: 'groups' | 'tags' | 'audiences'; readonly name: string }
  | { readonly of: 'id' | 'channel' | 'option' | 'country'; readonly name: string }
  | { readonly of: 'orders' | 'spent'; readonly at: number }
  | { readonly of: 'bought'; readonly sku: string }

/** A limit that a test sets for the goods of the cart. */
export interface GoodsLimit {
  readonly op: Comparison
  readonly need: Need
}

/** Everything that the core knows about one kind of test. Source: docs/add-a-condition.md. */
export interface ConditionDefinition<K extends TestKind> {
  /** Whom or what the test asks about. Tests about the cart belong to the phases after the shelf price. */
  readonly about: 'cart' | 'order' | 'shopper'
  /** Whether the values of the test are internal names, which shoppers never read. */
  readonly isInternal?: true
  /** Whether the test picks single people: such offers are shown to nobody else. */
  readonly isPersonal?: true
  /** Whether the test asks for the products that a shopper has bought. */
  readonly asksPurchases?: true
  judge(test: TestOf<K>, view: ConditionView): TestResult
  /** Returns the cart, changed as little as it takes for the test to hold, or to fail. The goods stay as they are. */
  fit(test: TestOf<K>, cart: Cart, scope: FitScope): Cart
  /** Returns the properties by which the test tells buyers apart, one for each value that it names. */
  traits?(test: TestOf<K>, plan: ConditionPlan): readonly Trait[]
  /** Returns the limit that the test sets for the goods of the cart. */
  limit?(test: TestOf<K>): GoodsLimit
}
