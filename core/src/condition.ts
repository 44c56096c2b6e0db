import type { CompiledCatalogue } from './catalogue.ts'
import type { Cart, Comparison, Condition, ConditionTest } from './plan.ts'
import { compileReach } from './reach.ts'

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

const TRUE: Judgement = { truth: 'true', failed: null }

/** Judges a condition in three-valued logic. Source: docs/pricing.md, "Conditions". */
export function judgeCondition(condition: Condition, cart: Cart, catalogue: CompiledCatalogue): Judgement {
  if ('all' in condition) return judgeList(condition.all, 'false', cart, catalogue)
  if ('any' in condition) return judgeList(condition.any, 'true', cart, catalogue)
  if ('not' in condition) return negate(condition.not, cart, catalogue)
  const { truth, found } = judgeTest(condition, cart, catalogue)
  return truth === 'true' ? TRUE : { truth, failed: { test: condition, found } }
}

/** `all` (false wins) and `any` (true wins); an empty `all` is true, an empty `any` is false. */
function judgeList(
  parts: readonly Condition[],
  winner: 'true' | 'false',
  cart: Cart,
  catalogue: CompiledCatalogue,
): Judgement {
  const judgements = parts.map((part) => judgeCondition(part, cart, catalogue))
  const decisive =
    judgements.find((judgement) => judgement.truth === winner) ??
    judgements.find((judgement) => judgement.truth === 'unknown')
  if (decisive) return decisive
  if (winner === 'false') return TRUE
  return { truth: 'false', failed: judgements[0]?.failed ?? null }
}

function negate(condition: Condition, cart: Cart, catalogue: CompiledCatalogue): Judgement {
  const inner = judgeCondition(condition, cart, catalogue)
  if (inner.truth === 'unknown') return inner
  if (inner.truth === 'false') return TRUE
  const first = findFirstTest(condition)
  return { truth: 'false', failed: first && { test: first, found: judgeTest(first, cart, catalogue).found } }
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

function judgeTest(test: ConditionTest, cart: Cart, catalogue: CompiledCatalogue): TestResult {
  const { shopper, delivery } = cart
  switch (test.test) {
    case 'channel':
      return decide(test.in.includes(cart.channel), cart.channel)
    case 'country':
      return decide(delivery !== null && test.in.includes(delivery.country), delivery?.country ?? null)
    case 'signedIn':
      return decide((shopper !== null) === test.is, shopper !== null)
  }
  if (shopper === null) return { truth: 'unknown', found: null }
  switch (test.test) {
    case 'group':
      return decide(
        test.in.some((group) => shopper.groups.includes(group)),
        shopper.groups.join(', '),
      )
    case 'tag':
      return decide(
        test.in.some((tag) => shopper.tags.includes(tag)),
        shopper.tags.join(', '),
      )
    case 'shopper':
      return decide(test.in.includes(shopper.id), shopper.id)
    case 'orders':
      return decide(compare(shopper.orders, test.op, test.count), shopper.orders)
    case 'spent':
      return decide(compare(shopper.spent, test.op, test.amount), shopper.spent)
    case 'bought': {
      const matches = compileReach(test.reach, catalogue)
      const known = shopper.bought.flatMap((sku) => catalogue.bySku.get(sku) ?? [])
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
