import type { Cart, Shopper } from '../../terms/index.ts'
import { decide } from '../compare.ts'
import type { ConditionDefinition, ConditionView, FitScope, TestResult } from '../definition.ts'

/** A signed-in shopper of whom nothing is known. */
const SOMEBODY: Shopper = { id: 'somebody', groups: [], tags: [], orders: 0, spent: 0, bought: [] }

const UNKNOWN: TestResult = { truth: 'unknown', found: null }

/** Judges by the shopper; unknown for a guest. */
export function judgeShopper({ cart }: ConditionView, judge: (shopper: Shopper) => TestResult): TestResult {
  return cart.shopper === null ? UNKNOWN : judge(cart.shopper)
}

/** Returns the cart of a signed-in shopper, the present one or a new one, with changes. */
export function withShopper(cart: Cart, change: (shopper: Shopper) => Partial<Shopper>): Cart {
  const shopper = cart.shopper ?? SOMEBODY
  return { ...cart, shopper: { ...shopper, ...change(shopper) } }
}

/** Returns a list that has one of some entries, or with `isNegated` none of them. */
export function fitList(own: readonly string[], wanted: readonly string[], { isNegated }: FitScope): readonly string[] {
  if (isNegated) return own.filter((one) => !wanted.includes(one))
  return own.some((one) => wanted.includes(one)) ? own : [...own, ...wanted.slice(0, 1)]
}

type Membership = 'groups' | 'tags' | 'audiences'

/** Defines a test that asks whether the shopper is in one of several groups, however groups of that kind are called. */
export function defineMembership(of: Membership) {
  const listOf = (shopper: Shopper) => shopper[of] ?? []
  return {
    about: 'shopper',
    judge: (test, view) =>
      judgeShopper(view, (shopper) => {
        const own = listOf(shopper)
        return decide(
          test.in.some((one) => own.includes(one)),
          own.join(', '),
        )
      }),
    fit: (test, cart, scope) => withShopper(cart, (shopper) => ({ [of]: fitList(listOf(shopper), test.in, scope) })),
    traits: (test) => test.in.map((name) => ({ of, name })),
  } as const satisfies ConditionDefinition<'group' | 'tag' | 'audience'>
}
