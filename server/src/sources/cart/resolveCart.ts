import type { DeliveryOption, ShopCart } from '@novalex/contract'
import { createProblem, type Cart, type Delivery, type Shopper } from '@novalex/core'
import { refuseIfAny } from '../../platform/errors/AppError.ts'

/** The cart with what only the server knows: what delivery costs, and who the shopper is. Throws `invalid-input` at its place. */
export function resolveCart(
  { lines, codes, delivery }: ShopCart,
  {
    options,
    shopper,
    channel,
  }: { readonly options: readonly DeliveryOption[]; readonly shopper: Shopper | null; readonly channel: string },
): Cart {
  return {
    lines,
    codes,
    channel,
    delivery: delivery && resolveDelivery(delivery, options),
    shopper,
  }
}

/** Delivery at the store's price. Throws `invalid-input` at `path`. */
export function resolveDelivery(
  { option: id, country }: NonNullable<ShopCart['delivery']>,
  options: readonly DeliveryOption[],
  path = 'cart.delivery.',
): Delivery {
  const option = options.find((one) => one.id === id)
  if (!option) refuseIfAny([createProblem('unknown-option', `${path}option`, { given: id })])
  const served = option!.prices.find((one) => one.country === country)
  if (!served) {
    const facts = { given: country, option: option!.name }
    refuseIfAny([createProblem('unserved-country', `${path}country`, facts)])
  }
  return { option: id, price: served!.price, country }
}
