import type { Piece } from './piece.ts'
import type { Cart, CartTest, Comparison, Condition, ConditionTest, Product, Reach, ShopperTest } from './plan.ts'
import type { ReachMatcher } from './reach.ts'

/** The outcome of a condition; `unknown` where it asks about a shopper whom nobody knows. */
export type Truth = 'true' | 'false' | 'unknown'

/** The first test that kept a condition from being true: what it found, and what it needs. */
export interface FailedTest {
  readonly test: ConditionTest
  readonly found: string | number | boolean | null
}

export interface Judgement {
  readonly truth: Truth
  readonly failed: FailedTest | null
}

/** What a condition may look at. */
export interface ConditionView {
  readonly cart: Cart
  /** The cart's units as they stand at the start of the phase; none where shelf prices are made. */
  readonly pieces: readonly Piece[]
  readonly matcherOf: (reach: Reach) => ReachMatcher
  readonly inReach: (reach: Reach, piece: Piece) => boolean
  /** A product as it is regularly priced now; undefined where the catalogue has it no longer. */
  readonly findProduct: (sku: string) => Product | undefined
}

const TRUE: Judgement = { truth: 'true', failed: null }

/** Judges a condition in three-valued logic. Source: docs/pricing.md, "Conditions". */
export function judgeCondition(condition: Condition, view: ConditionView): Judgement {
  if ('all' in condition) return judgeList(condition.all, 'false', view)
  if ('any' in condition) return judgeList(condition.any, 'true', view)
  if ('not' in condition) return negate(condition.not, view)
  const { truth, found } = judgeTest(condition, view)
  return truth === 'true' ? TRUE : { truth, failed: { test: condition, found } }
}

/** `all` (false wins) and `any` (true wins); an empty `all` is true, an empty `any` is false. */
function judgeList(parts: readonly Condition[], winner: 'true' | 'false', view: ConditionView): Judgement {
  const judgements = parts.map((part) => judgeCondition(part, view))
  const decisive =
    judgements.find((judgement) => judgement.truth === winner) ??
    judgements.find((judgement) => judgement.truth === 'unknown')
  if (decisive) return decisive
  if (winner === 'false') return TRUE
  return { truth: 'false', failed: judgements[0]?.failed ?? null }
}

function negate(condition: Condition, view: ConditionView): Judgement {
  const inner = judgeCondition(condition, view)
  if (inner.truth === 'unknown') return inner
  if (inner.truth === 'false') return TRUE
  const first = findFirstTest(condition)
  return { truth: 'false', failed: first && { test: first, found: judgeTest(first, view).found } }
}

function findFirstTest(condition: Condition): ConditionTest | null {
  if ('not' in condition) return findFirstTest(condition.not)
  const parts = 'all' in condition ? condition.all : 'any' in condition ? condition.any : null
  if (parts === null) return condition as ConditionTest
  return parts.map(findFirstTest).find((test) => test !== null) ?? null
}

interface TestResult {
  readonly truth: Truth
  readonly found: string | number | boolean | null
}

function judgeTest(test: ConditionTest, view: ConditionView): TestResult {
  const { shopper, delivery, channel } = view.cart
  switch (test.test) {
    case 'spend':
    case 'quantity':
      return judgeUnits(test, view)
    case 'option':
      return decide(delivery !== null && test.in.includes(delivery.option), delivery?.option ?? null)
    case 'channel':
      return decide(test.in.includes(channel), channel)
    case 'country':
      return decide(delivery !== null && test.in.includes(delivery.country), delivery?.country ?? null)
    case 'signedIn':
      return decide((shopper !== null) === test.is, shopper !== null)
    default:
      return shopper === null ? { truth: 'unknown', found: null } : judgeShopper(test, view)
  }
}

function judgeUnits(test: Exclude<CartTest, { test: 'option' }>, { pieces, inReach }: ConditionView): TestResult {
  let count = 0
  let worth = 0
  for (const piece of pieces) {
    if (!inReach(test.reach, piece)) continue
    count += piece.count
    if (test.test === 'spend') worth += piece[test.basis] * piece.count
  }
  return test.test === 'quantity'
    ? decide(compare(count, test.op, test.count), count)
    : decide(compare(worth, test.op, test.amount), worth)
}

type KnownTest = Exclude<ShopperTest, { test: 'channel' | 'country' | 'signedIn' }>

function judgeShopper(test: KnownTest, { cart, matcherOf, findProduct }: ConditionView): TestResult {
  const shopper = cart.shopper!
  const hasOne = (own: readonly string[]) =>
    decide(
      (test as { in: readonly string[] }).in.some((one) => own.includes(one)),
      own.join(', '),
    )
  switch (test.test) {
    case 'group':
      return hasOne(shopper.groups)
    case 'tag':
      return hasOne(shopper.tags)
    case 'shopper':
      return hasOne([shopper.id])
    case 'orders':
      return decide(compare(shopper.orders, test.op, test.count), shopper.orders)
    case 'spent':
      return decide(compare(shopper.spent, test.op, test.amount), shopper.spent)
    case 'bought': {
      const matches = matcherOf(test.reach)
      const known = shopper.bought.flatMap((sku) => findProduct(sku) ?? [])
      return decide(
        known.some((product) => matches(product, product.regularPrice)),
        known.length,
      )
    }
    default:
      return test satisfies never
  }
}

function decide(holds: boolean, found: TestResult['found']): TestResult {
  return { truth: holds ? 'true' : 'false', found }
}

function compare(left: number, op: Comparison, right: number): boolean {
  switch (op) {
    case '>=':
      return left >= right
    case '>':
      return left > right
    case '<=':
      return left <= right
    case '<':
      return left < right
    case '=':
      return left === right
    case '!=':
      return left !== right
    default:
      return op satisfies never
  }
}
