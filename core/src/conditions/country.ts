import type { ConditionDefinition } from './definition.ts'
import { judgeOneOf, withDelivery } from './shared/order.ts'

/** The country that the order is delivered to. */
export const country = {
  about: 'order',
  judge: (test, { cart }) => judgeOneOf(cart.delivery?.country, test.in),
  fit: (test, cart, scope) => withDelivery(cart, 'country', { wanted: test.in, scope }),
  traits: (test) => test.in.map((name) => ({ of: 'country', name })),
} as const satisfies ConditionDefinition<'country'>
