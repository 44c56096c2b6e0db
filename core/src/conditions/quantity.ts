import { compare } from './compare.ts'
import type { ConditionDefinition } from './definition.ts'
import { sumUnits } from './shared/goods.ts'

/** The number of units of a reach in the cart. */
export const quantity = {
  about: 'cart',
  judge: ({ reach, op, count }, view) =>
    compare(
      sumUnits(view, reach, () => 1),
      op,
      count,
    ),
  fit: (_test, cart) => cart,
  limit: ({ reach, op, count }) => ({ op, need: { reach, units: count } }),
} as const satisfies ConditionDefinition<'quantity'>
