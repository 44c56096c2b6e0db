import type { ReachMatcher } from '../catalogue/index.ts'
import type {
  Cart,
  CartTest,
  Comparison,
  Condition,
  ConditionTest,
  FailedTest,
  Product,
  Reach,
  ShopperTest,
} from '../terms/index.ts'
import type { Piece } from '../units/index.ts'

/** The outcome of a condition; `unknown` where it asks about a shopper whom nobody knows. */
export type Truth = 'true' | 'false' | 'unknown'

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
  /** Whether each cart line lies in a reach. */
  readonly linesIn: (reach: Reach) => readonly boolean[]
  /** A product as it is regularly priced now; undefined where the catalogue has it no longer. */
  readonly findProduct: (sku: string) => Product | undefined
}

const TRUE: Judgement = { truth: 'true', failed: null }

/** Judges a condition in three-valued logic. Source: docs/pricing.md, "Conditions". */
export function judgeCondition(condition: Condition, view: ConditionView): Judgement {
  return judge(condition, view, false)
}

/** `not` is carried down to the tests, where `all` under it becomes `any`: so the test that failed can be named. */
function judge(condition: Condition, view: ConditionView, isNegated: boolean): Judgement {
  if ('not' in condition) return judge(condition.not, view, !isNegated)
  if ('all' in condition || 'any' in condition) {
    const parts = 'all' in condition ? condition.all : condition.any
    const judgements = parts.map((part) => judge(part, view, isNegated))
    return 'all' in condition !== isNegated ? joinAll(judgements) : joinAny(judgements)
  }
  const { truth, found } = judgeTest(condition, view)
  const holds = isNegated ? NEGATED[truth] : truth
  return holds === 'true' ? TRUE : { truth: holds, failed: { test: condition, isNegated, found } }
}

const NEGATED: Readonly<Record<Truth, Truth>> = { true: 'false', false: 'true', unknown: 'unknown' }

/** False wins, then unknown; of nothing it is true. */
function joinAll(judgements: readonly Judgement[]): Judgement {
  const isFalse = judgements.find(({ truth }) => truth === 'false')
  return isFalse ?? judgements.find(({ truth }) => truth === 'unknown') ?? TRUE
}

/** True wins, then unknown; of nothing it is false. */
function joinAny(judgements: readonly Judgement[]): Judgement {
  if (judgements.some(({ truth }) => truth === 'true')) return TRUE
  const first = judgements.find(({ truth }) => truth === 'unknown') ?? judgements[0]
  if (!first?.failed) return first ?? { truth: 'false', failed: null }
  const orElse = judgements.flatMap(({ failed }) => (failed === null || failed === first.failed ? [] : [failed]))
  return orElse.length > 0 ? { truth: first.truth, failed: { ...first.failed, orElse } } : first
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

function judgeUnits(test: UnitTest, { pieces, linesIn }: ConditionView): TestResult {
  const lines = pieces.length > 0 ? linesIn(test.reach) : []
  let count = 0
  let worth = 0
  for (const piece of pieces) {
    if (!lines[piece.line]) continue
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
  const isOneOf = (own: readonly string[]) =>
    decide(
      (test as { in: readonly string[] }).in.some((one) => own.includes(one)),
      own.join(', '),
    )
  switch (test.test) {
    case 'group':
      return isOneOf(shopper.groups)
    case 'tag':
      return isOneOf(shopper.tags)
    case 'audience':
      return isOneOf(shopper.audiences ?? [])
    case 'shopper':
      return isOneOf([shopper.id])
    case 'orders':
      return decide(compare(shopper.orders, test.op, test.count), shopper.orders)
    case 'spent':
      return decide(compare(shopper.spent, test.op, test.amount), shopper.spent)
    case 'bought': {
      const matches = matcherOf(test.reach)
      const known = shopper.bought.flatMap((sku) => findProduct(sku) ?? [])
      const hasOne = known.some((product) => matches(product, product.regularPrice))
      return decide(hasOne, hasOne)
    }
    default:
      return test satisfies never
  }
}

function decide(holds: boolean, found: TestResult['found']): TestResult {
  return { truth: holds ? 'true' : 'false', found }
}

/** The comparison that holds where another does not. */
export const OPPOSITE: Readonly<Record<Comparison, Comparison>> = {
  '>=': '<',
  '<': '>=',
  '>': '<=',
  '<=': '>',
  '=': '!=',
  '!=': '=',
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

/** A test that looks at units of the cart or at their value. */
export type UnitTest = Exclude<CartTest, { test: 'option' }>

/** Those of a condition, wherever they stand. */
export function findUnitTests(when: Condition | null): UnitTest[] {
  return findTests(when).filter((test) => test.test === 'spend' || test.test === 'quantity')
}

/** Tests of who buys: what a guest does not get, or nobody else. */
const SHOPPER_TESTS: ReadonlySet<string> = new Set([
  'group',
  'tag',
  'audience',
  'shopper',
  'orders',
  'spent',
  'bought',
  'signedIn',
] satisfies ConditionTest['test'][])

/** Whether a test asks who the shopper is, or whether there is one. */
export function isAboutShopper(test: ConditionTest): test is ShopperTest {
  return SHOPPER_TESTS.has(test.test)
}

/** All tests of a condition. */
export function findTests(when: Condition | null): ConditionTest[] {
  if (when === null) return []
  if ('not' in when) return findTests(when.not)
  if ('all' in when) return when.all.flatMap(findTests)
  return 'any' in when ? when.any.flatMap(findTests) : [when]
}
