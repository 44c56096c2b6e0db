import type { Condition, ConditionTest, Reach } from '../terms/index.ts'
import type { ConditionPlan, GoodsLimit, Trait } from './definition.ts'
import { conditionOf } from './definitions.ts'

/** Returns all tests of a condition. */
export function findTests(when: Condition | null): ConditionTest[] {
  if (when === null) return []
  if ('not' in when) return findTests(when.not)
  if ('all' in when) return when.all.flatMap(findTests)
  return 'any' in when ? when.any.flatMap(findTests) : [when]
}

/** Returns the limit that a test sets for the goods of the cart, as a list of at most one. */
export function limitsOf(test: ConditionTest): GoodsLimit[] {
  const limit = conditionOf(test).limit?.(test)
  return limit ? [limit] : []
}

/** Returns the limits that a condition sets for the goods of the cart, wherever they stand. */
export const findGoodsLimits = (when: Condition | null): GoodsLimit[] => findTests(when).flatMap(limitsOf)

/** Returns the reaches of the cart's goods that a condition looks at. */
export const findAskedReaches = (when: Condition | null): Reach[] => findGoodsLimits(when).map(({ need }) => need.reach)

/** Returns the properties by which tests tell buyers apart. */
export function findTraits(tests: readonly ConditionTest[], plan: ConditionPlan): Trait[] {
  return tests.flatMap((test) => conditionOf(test).traits?.(test, plan) ?? [])
}
