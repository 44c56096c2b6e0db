import type { CompiledPlan, CompiledPromotion } from '../../pricing/index.ts'
import type { Order, Product } from '../../terms/index.ts'
import { enterCodes, type Probe } from '../probe.ts'
import type { Situation } from '../situations.ts'
import { findCarts } from './carts.ts'
import { findBuyers } from './shoppers.ts'

/** Every order in which a product is tried in a situation: carts × buyers × codes, the least codes first. */
export function* enumerateOrders(
  product: Product,
  { at, live, facts }: Situation,
  { input, guestOrder }: Probe,
): Iterable<Order> {
  const { plan } = input
  const buyers = findBuyers(live, plan, input)
  const choices = findCodeChoices(live, plan)
  for (const lines of findCarts(product, live, plan, at)) {
    const plain = { ...guestOrder(lines, at), facts }
    for (const choice of choices) {
      const coded = enterCodes(plain, choice)
      for (const buyer of buyers) yield { ...coded, cart: { ...coded.cart, ...buyer } }
    }
  }
}

/** Every set of codes that one order may enter, all that it may before fewer. */
function findCodeChoices(
  live: readonly CompiledPromotion[],
  { store }: CompiledPlan,
): (readonly CompiledPromotion[])[] {
  const coded = live.filter(({ promotion }) => promotion.code !== null)
  let choices: (readonly CompiledPromotion[])[] = [[]]
  for (const entry of coded) {
    choices = [
      ...choices,
      ...choices.filter((choice) => choice.length < store.maxCodesPerOrder).map((choice) => [...choice, entry]),
    ]
    if (choices.length > MOST_CHOICES) break
  }
  return choices.sort((a, b) => b.length - a.length)
}

const MOST_CHOICES = 256
