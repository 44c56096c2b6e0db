import type { ConditionDefinition } from './definition.ts'
import { isFit, judgeOneOf } from './shared/order.ts'

/** The channel in which the order is placed. */
export const channel = {
  about: 'order',
  isInternal: true,
  judge: (test, { cart }) => judgeOneOf(cart.channel, test.in),
  fit: (test, cart, scope) =>
    isFit(cart.channel, test.in, scope) ? cart : { ...cart, channel: scope.isNegated ? '' : (test.in[0] ?? '') },
  traits: (test) => test.in.map((name) => ({ of: 'channel', name })),
} as const satisfies ConditionDefinition<'channel'>
