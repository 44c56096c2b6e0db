import { compare } from './compare.ts'
import type { ConditionDefinition } from './definition.ts'
import { sumUnits } from './shared/goods.ts'

/** The cart's value in a reach. */
export const spend = {
  about: 'cart',
  judge: ({ reach, basis, op, amount }, view) =>
    compare(
      sumUnits(view, reach, (piece) => piece[basis]),
      op,
      amount,
    ),
  fit: (_test, cart) => cart,
  limit: ({ reach, basis, op, amount }) => ({ op, need: { reach, money: amount, basis } }),
} as const satisfies ConditionDefinition<'spend'>
