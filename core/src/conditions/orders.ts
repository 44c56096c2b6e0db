import { compare, fitFigure } from './compare.ts'
import type { ConditionDefinition } from './definition.ts'
import { judgeShopper, withShopper } from './shared/shopper.ts'

/** The number of orders that the shopper placed before. */
export const orders = {
  about: 'shopper',
  judge: ({ op, count }, view) => judgeShopper(view, (shopper) => compare(shopper.orders, op, count)),
  fit: ({ op, count }, cart, { isNegated }) =>
    withShopper(cart, (shopper) => ({ orders: fitFigure(shopper.orders, op, { at: count, isNegated }) })),
  traits: ({ count }) => [{ of: 'orders', at: count }],
} as const satisfies ConditionDefinition<'orders'>
