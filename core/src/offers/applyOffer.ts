import { applyBundle } from './bundle.ts'
import { applyBuyGet } from './buyGet.ts'
import { applyGift } from './gift.ts'
import type { OfferContext, Outcome } from './offer.ts'
import { applyOrderDiscount } from './orderDiscount.ts'
import { applyItemDiscount, applyQuantityBreak, applySpendBreak } from './unitDiscounts.ts'

/** A promotion of phase 2 or 3 on the cart as it stands when its turn comes. */
export function applyOffer(context: OfferContext): Outcome {
  const { mechanic } = context.offer.entry.promotion
  switch (mechanic.kind) {
    case 'item-discount':
      return applyItemDiscount(context, mechanic)
    case 'quantity-break':
      return applyQuantityBreak(context, mechanic)
    case 'spend-break':
      return applySpendBreak(context, mechanic)
    case 'buy-get':
      return mechanic.gift ? applyGift(context, mechanic) : applyBuyGet(context, mechanic)
    case 'bundle':
      return applyBundle(context, mechanic)
    case 'order-discount':
      return applyOrderDiscount(context, mechanic)
    default:
      throw new TypeError(`not of phase 2 or 3: ${mechanic.kind}`)
  }
}
