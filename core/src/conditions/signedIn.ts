import { decide } from './compare.ts'
import type { ConditionDefinition } from './definition.ts'
import { withShopper } from './shared/shopper.ts'

/** Whether the shopper is signed in, or a guest. */
export const signedIn = {
  about: 'shopper',
  judge: ({ is }, { cart }) => decide((cart.shopper !== null) === is, cart.shopper !== null),
  fit: ({ is }, cart, { isNegated }) => (is === isNegated ? { ...cart, shopper: null } : withShopper(cart, () => ({}))),
} as const satisfies ConditionDefinition<'signedIn'>
