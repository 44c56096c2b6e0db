import { decide } from './compare.ts'
import type { ConditionDefinition } from './definition.ts'
import { judgeShopper, withShopper } from './shared/shopper.ts'

/** The shopper, by id. */
export const shopper = {
  about: 'shopper',
  isInternal: true,
  isPersonal: true,
  judge: (test, view) => judgeShopper(view, ({ id }) => decide(test.in.includes(id), id)),
  fit: (test, cart, { isNegated }) =>
    withShopper(cart, ({ id }) =>
      isNegated === test.in.includes(id) ? { id: isNegated ? 'somebody else' : (test.in[0] ?? '') } : {},
    ),
  traits: (test) => test.in.map((name) => ({ of: 'id', name })),
} as const satisfies ConditionDefinition<'shopper'>
