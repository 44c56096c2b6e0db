import type { Cart, Condition } from '../terms/index.ts'
import type { ConditionPlan, FitScope } from './definition.ts'
import { conditionOf } from './definitions.ts'

/**
 * Returns a cart for which a condition holds: the same lines, with shopper, channel and delivery changed as little as that takes.
 * Tests about the goods are left to the cart; of several alternatives the first is made true. Contradictions stay unfulfilled.
 */
export function fitCart(when: Condition | null, cart: Cart, plan: ConditionPlan): Cart {
  return when === null ? cart : fit(when, cart, { plan, isNegated: false })
}

function fit(when: Condition, cart: Cart, scope: FitScope): Cart {
  if ('not' in when) return fit(when.not, cart, { ...scope, isNegated: !scope.isNegated })
  if (!('all' in when || 'any' in when)) return conditionOf(when).fit(when, cart, scope)
  const parts = 'all' in when ? when.all : when.any
  const needed = 'all' in when !== scope.isNegated ? parts : parts.slice(0, 1)
  return needed.reduce((fitted, part) => fit(part, fitted, scope), cart)
}
