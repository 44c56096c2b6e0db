import type { Cart } from '../../terms/index.ts'
import { decide } from '../compare.ts'
import { OPEN_DELIVERY } from '../deliveries.ts'
import type { FitScope, TestResult } from '../definition.ts'

export function judgeOneOf(own: string | undefined, wanted: readonly string[]): TestResult {
  return decide(own !== undefined && wanted.includes(own), own ?? null)
}

/** Whether a value is one of those that are wanted, or with `isNegated` none of them. */
export const isFit = (own: string | undefined, wanted: readonly string[], { isNegated }: FitScope) =>
  (own !== undefined && wanted.includes(own)) !== isNegated

/** Changes one part of the delivery; the other stays open if none is chosen yet. */
export function withDelivery(
  cart: Cart,
  part: 'option' | 'country',
  { wanted, scope }: { readonly wanted: readonly string[]; readonly scope: FitScope },
): Cart {
  if (isFit(cart.delivery?.[part], wanted, scope)) return cart
  const value = scope.isNegated ? '' : (wanted[0] ?? '')
  return { ...cart, delivery: { ...(cart.delivery ?? OPEN_DELIVERY), [part]: value } }
}
