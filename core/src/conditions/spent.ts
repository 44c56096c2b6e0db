import { compare, fitFigure } from './compare.ts'
import type { ConditionDefinition } from './definition.ts'
import { judgeShopper, withShopper } from './shared/shopper.ts'

/** The money that the shopper spent before. */
export const spent = {
  about: 'shopper',
  judge: ({ op, amount }, view) => judgeShopper(view, (shopper) => compare(shopper.spent, op, amount)),
  fit: ({ op, amount }, cart, { isNegated }) =>
    withShopper(cart, (shopper) => ({ spent: fitFigure(shopper.spent, op, { at: amount, isNegated }) })),
  traits: ({ amount }) => [{ of: 'spent', at: amount }],
} as const satisfies ConditionDefinition<'spent'>
