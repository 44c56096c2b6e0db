import type { ConditionDefinition } from './definition.ts'
import { judgeOneOf, withDelivery } from './shared/order.ts'

/** The delivery option. */
export const option = {
  about: 'cart',
  judge: (test, { cart }) => judgeOneOf(cart.delivery?.option, test.in),
  fit: (test, cart, scope) => withDelivery(cart, 'option', { wanted: test.in, scope }),
  traits: (test) => test.in.map((name) => ({ of: 'option', name })),
} as const satisfies ConditionDefinition<'option'>
