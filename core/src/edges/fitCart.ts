import { OPPOSITE, type CompiledPlan } from '../pricing/index.ts'
import type { Cart, Comparison, Condition, ConditionTest, Delivery, Shopper } from '../terms/index.ts'

/** Signed in, with nothing known. */
const SOMEBODY: Shopper = { id: 'somebody', groups: [], tags: [], orders: 0, spent: 0, bought: [] }

/**
 * The cart of somebody for whom a condition holds: the same lines, with a shopper, a channel and a delivery changed as little as that takes. What
 * the condition asks of the goods is left to the cart; of several alternatives the first is made true. Contradictions stay unfulfilled.
 */
export function fitCart(when: Condition | null, cart: Cart, plan: CompiledPlan): Cart {
  return when === null ? cart : fit(when, cart, { plan, isNegated: false })
}

interface Scope {
  readonly plan: CompiledPlan
  readonly isNegated: boolean
}

function fit(when: Condition, cart: Cart, scope: Scope): Cart {
  if ('not' in when) return fit(when.not, cart, { ...scope, isNegated: !scope.isNegated })
  if (!('all' in when || 'any' in when)) return fitTest(when, cart, scope)
  const parts = 'all' in when ? when.all : when.any
  const needed = 'all' in when !== scope.isNegated ? parts : parts.slice(0, 1)
  return needed.reduce((fitted, part) => fit(part, fitted, scope), cart)
}

function fitTest(test: ConditionTest, cart: Cart, { plan, isNegated }: Scope): Cart {
  const shopper = cart.shopper ?? SOMEBODY
  const as = (changes: Partial<Shopper>): Cart => ({ ...cart, shopper: { ...shopper, ...changes } })
  const list = (own: readonly string[], wanted: readonly string[]) => {
    if (isNegated) return own.filter((one) => !wanted.includes(one))
    return own.some((one) => wanted.includes(one)) ? own : [...own, ...wanted.slice(0, 1)]
  }
  switch (test.test) {
    case 'group':
      return as({ groups: list(shopper.groups, test.in) })
    case 'tag':
      return as({ tags: list(shopper.tags, test.in) })
    case 'audience':
      return as({ audiences: list(shopper.audiences ?? [], test.in) })
    case 'shopper':
      return isNegated === test.in.includes(shopper.id) ? as({ id: isNegated ? 'somebody else' : test.in[0]! }) : as({})
    case 'orders':
      return as({ orders: fitFigure(shopper.orders, test.op, { at: test.count, isNegated }) })
    case 'spent':
      return as({ spent: fitFigure(shopper.spent, test.op, { at: test.amount, isNegated }) })
    case 'bought': {
      const matches = plan.matcherOf(test.reach)
      const reached = plan.catalogue.products.filter((product) => matches(product, product.regularPrice))
      return as({
        bought: list(
          shopper.bought,
          reached.map(({ sku }) => sku),
        ),
      })
    }
    case 'signedIn':
      return { ...cart, shopper: test.is === isNegated ? null : shopper }
    case 'channel':
      return fitsList(cart.channel, test.in, isNegated) ? cart : { ...cart, channel: isNegated ? '' : test.in[0]! }
    case 'country':
      return withDelivery(cart, fitsList(cart.delivery?.country, test.in, isNegated), {
        country: isNegated ? '' : test.in[0]!,
      })
    case 'option':
      return withDelivery(cart, fitsList(cart.delivery?.option, test.in, isNegated), {
        option: isNegated ? '' : test.in[0]!,
      })
    case 'spend':
    case 'quantity':
      return cart
    default:
      return test satisfies never
  }
}

const fitsList = (own: string | undefined, wanted: readonly string[], isNegated: boolean) =>
  (own !== undefined && wanted.includes(own)) !== isNegated

const PLAIN_DELIVERY: Delivery = { option: 'parcel', price: 0, country: 'AT' }

function withDelivery(cart: Cart, isFit: boolean, changes: Partial<Delivery>): Cart {
  return isFit ? cart : { ...cart, delivery: { ...(cart.delivery ?? PLAIN_DELIVERY), ...changes } }
}

/** The figure nearest to the one there is for which a comparison holds, or does not. */
function fitFigure(own: number, op: Comparison, { at, isNegated }: { at: number; isNegated: boolean }): number {
  switch (isNegated ? OPPOSITE[op] : op) {
    case '>=':
      return Math.max(own, at)
    case '>':
      return Math.max(own, at + 1)
    case '<=':
      return Math.min(own, at)
    case '<':
      return Math.min(own, Math.max(0, at - 1))
    case '=':
      return at
    default:
      return own === at ? at + 1 : own
  }
}
