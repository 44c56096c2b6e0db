import type { Cart, Condition, ConditionTest } from '../terms/index.ts'
import type { ConditionPlan, ConditionView } from './definition.ts'
import { conditionOf } from './definitions.ts'
import { judgeCondition } from './judgeCondition.ts'

/** A condition without the tests whose values are internal names. */
interface PublicCondition {
  /** What is left to be met; null: nothing. */
  readonly when: Condition | null
  /** Whether the tests that are left out let this buyer through. */
  readonly isMet: boolean
}

/**
 * Splits a condition into what shoppers may read and the rest, which is judged for the buyer of `cart`: groups, tags, audiences, channels and
 * single shoppers. Where the rest keeps the buyer out, `when` is what is left to be met by those whom it lets through.
 */
export function toPublicCondition(when: Condition | null, cart: Cart, plan: ConditionPlan): PublicCondition {
  if (when === null) return { when: null, isMet: true }
  const view: ConditionView = {
    cart,
    pieces: [],
    matcherOf: (reach) => plan.matcherOf(reach),
    linesIn: () => [],
    findProduct: () => undefined,
  }
  const own = reduce(when, (test) => {
    const { truth } = judgeCondition(test, view)
    // Who is not known yet may turn out to be none of those who are kept out.
    return truth === 'unknown' && 'not' in test ? SIGNED_IN : truth === 'true'
  })
  if (own !== false) return { when: toCondition(own), isMet: true }
  return { when: toCondition(reduce(when, () => true)), isMet: false }
}

const SIGNED_IN: Condition = { test: 'signedIn', is: true }

const toCondition = (reduced: Condition | boolean) => (typeof reduced === 'boolean' ? null : reduced)

/** Replaces internal tests, with a `not` above them, by whether they hold, and works out what follows. */
function reduce(
  when: Condition,
  holds: (test: Condition) => Condition | boolean,
  isNegated = false,
): Condition | boolean {
  if ('not' in when) return reduce(when.not, holds, !isNegated)
  if ('all' in when || 'any' in when) {
    const isAll = 'all' in when !== isNegated
    const parts = ('all' in when ? when.all : when.any).map((part) => reduce(part, holds, isNegated))
    if (parts.includes(!isAll)) return !isAll
    const left = parts.filter((part) => typeof part !== 'boolean')
    const [only] = left
    if (only === undefined) return isAll
    if (left.length === 1) return only
    return isAll ? { all: left } : { any: left }
  }
  const wanted = isNegated ? { not: when } : when
  return isInternal(when) ? holds(wanted) : wanted
}

const isInternal = (test: ConditionTest) => conditionOf(test).isInternal === true
