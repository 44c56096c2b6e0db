import type { Cart, Delivery } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'

/** A delivery of which neither option nor country is chosen. */
export const OPEN_DELIVERY: Delivery = { option: '', price: 0, country: '' }

interface OfferedOption {
  readonly id: string
  readonly prices: readonly { readonly country: string; readonly price: MinorUnits }[]
}

/** Lists each option of a store in each country that it goes to, at its price. */
export function listDeliveries(options: readonly OfferedOption[]): Delivery[] {
  return options.flatMap(({ id, prices }) => prices.map(({ country, price }) => ({ option: id, country, price })))
}

/** Completes the delivery of a cart from those of the store: what is open, and the price. One that the store has not stays as it is. */
export function completeDelivery(cart: Cart, deliveries: readonly Delivery[]): Cart {
  const { delivery } = cart
  if (!delivery) return cart
  const isMeant = (chosen: string, own: string) => chosen === '' || chosen === own
  const known = deliveries.find(
    ({ option, country }) => isMeant(delivery.option, option) && isMeant(delivery.country, country),
  )
  return known ? { ...cart, delivery: known } : cart
}
