import { isAdmitted } from './admission.ts'
import type { CompiledPlan, CompiledPromotion } from './compilePlan.ts'
import { WHOLE, type MinorUnits } from './money.ts'
import type { BuyGet, Order, Product, Surcharge } from './plan.ts'
import { createProblem, type Problem } from './problem.ts'
import { createSession, type Session } from './session.ts'

/** What keeps an order from being priced under a plan: unknown SKUs, sums beyond the safe integers. Empty if nothing does. */
export function checkOrder(plan: CompiledPlan, order: Order): Problem[] {
  const unknown = order.cart.lines.flatMap(({ sku }, index) =>
    plan.catalogue.bySku.has(sku) ? [] : [createProblem('unknown-sku', `cart.lines.${index}.sku`, { sku })],
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
  const added = [...offers].reduce((sum, entry) => sum + boundOffer(session, entry, cart), 0)
  const rates = [store.deliveryTaxRate, store.surchargeTaxRate, ...goods.map(({ taxRate }) => taxRate)]
  return (cart.worth + (order.cart.delivery?.price ?? 0) + added) * (1 + Math.max(...rates) / WHOLE)
}

interface CartBounds {
  readonly worth: MinorUnits
  readonly units: number
  /** The highest price of one unit. */
  readonly dearest: MinorUnits
}

/** What a surcharge may add, or gifts may be worth. */
function boundOffer(session: Session, entry: CompiledPromotion, cart: CartBounds): number {
  const { mechanic } = entry.promotion
  if (!isAdmitted(session.admitted(entry))) return 0
  if (mechanic.kind === 'surcharge') return boundSurcharge(mechanic, cart)
  return mechanic.kind === 'buy-get' && mechanic.gift ? boundGifts(session, mechanic, cart) : 0
}

function boundSurcharge({ value }: Surcharge, { worth, units }: CartBounds): number {
  if ('percent' in value) return worth * (value.percent / WHOLE)
  return 'amount' in value ? value.amount * (value.per === 'once' ? 1 : units) : 0
}

function boundGifts(session: Session, { buy, get, repeat }: BuyGet, { worth, units, dearest }: CartBounds): number {
  const filled = buy.quantity === undefined ? worth / (buy.spend ?? 1) : units / buy.quantity
  const times =
    repeat === 'every' ? filled : Math.min(filled, (repeat === 'once' ? 1 : repeat) * (get.sameSku ? units : 1))
  const given: Product | undefined = session.plan.catalogue.bySku.get(get.reach?.skus?.[0] ?? '')
  const price = get.sameSku ? dearest : given ? session.priced(given).regularPrice : 0
  return Math.min(times * get.quantity, (!get.sameSku && given?.stock) || Infinity) * price
}
