import type { CartBounds, OfferAct, SurchargeAct } from '../mechanics/index.ts'
import type { Order } from '../terms/index.ts'
import { createProblem, WHOLE, type Problem } from '../values/index.ts'
import { isAdmitted } from './admission.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { CompiledPromotion } from './compiledPromotion.ts'
import { createSession, type Session } from './session.ts'

/** Problems that prevent pricing an order: unknown SKUs, sums beyond the safe integers. */
export function checkOrder(plan: CompiledPlan, order: Order): Problem[] {
  const unknown = order.cart.lines.flatMap(({ sku }, index) =>
    plan.catalogue.bySku.has(sku) ? [] : [createProblem('unknown-sku', `cart.lines.${index}.sku`, { id: sku })],
  )
  if (unknown.length > 0) return unknown
  return Number.isSafeInteger(Math.ceil(boundSums(plan, order))) ? [] : [createProblem('sum-too-large', 'cart.lines')]
}

/** The most that any figure of the quote may come to: goods, delivery, surcharges and gifts, with the highest tax on top. */
function boundSums(plan: CompiledPlan, order: Order): number {
  const { store } = plan
  const session = createSession(plan, order)
  const goods = session.goods()
  const cart: CartBounds = {
    worth: order.cart.lines.reduce((sum, { quantity }, line) => sum + goods[line]!.regularPrice * quantity, 0),
    units: order.cart.lines.reduce((sum, { quantity }) => sum + quantity, 0),
    dearest: goods.reduce((most, { regularPrice }) => Math.max(most, regularPrice), 0),
  }
  const offers = new Set(goods.flatMap((product) => plan.findOffers(product)))
  const added = [...offers].reduce((sum, entry) => sum + boundAdded(session, entry, cart), 0)
  const rates = [store.deliveryTaxRate, store.surchargeTaxRate, ...goods.map(({ taxRate }) => taxRate)]
  return (cart.worth + (order.cart.delivery?.price ?? 0) + added) * (1 + Math.max(...rates) / WHOLE)
}

/** Maximum of surcharges and gifts. */
function boundAdded(session: Session, entry: CompiledPromotion<OfferAct | SurchargeAct>, cart: CartBounds): number {
  const { act } = entry
  return act.boundAdded && isAdmitted(session.admitted(entry)) ? act.boundAdded(cart, session) : 0
}
