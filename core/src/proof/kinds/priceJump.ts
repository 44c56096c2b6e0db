import type { CompiledPromotion } from '../../pricing/index.ts'
import type { CartLine, Order } from '../../terms/index.ts'
import { mapPair } from '../../values/index.ts'
import { promotionSubject, type Found } from '../finding.ts'
import { findExtremes } from '../productGroups.ts'
import { isApplied, type Probe } from '../probe.ts'
import { ofEach } from './check.ts'

/** The goods of an order may become so much cheaper by one more unit. */
const MOST_CHEAPER = 0.25
const MOST_SAMPLES = 4
/** With less, too many promotions meet for so many orders to be priced. */
const FEW = 40

/** With one more unit the goods are more expensive by more than that unit, or cheaper by more than a quarter. */
export const findPriceJumps = ofEach('price-jump', function* (probe, entry) {
  if (entry.phase < 2 || entry.phase > 3 || probe.mostTried(entry) < FEW) return
  const found = findWorst(probe, entry)
  if (found) yield found
})

function findWorst(probe: Probe, entry: CompiledPromotion): Found<'price-jump'> | null {
  let worst: (Found<'price-jump'> & { readonly size: number }) | null = null
  const [first] = probe.witnesses(entry)
  if (!first) return null
  for (const { sku } of probe.groupsOf(entry).flatMap(findExtremes).slice(0, MOST_SAMPLES)) {
    for (const lines of findSides(entry, probe, sku)) {
      const order = { ...first, cart: { ...first.cart, lines } }
      const found = compareNext(probe, entry, order)
      if (found && (!worst || found.size > worst.size)) worst = found
    }
  }
  return worst
}

/** The carts beside the promotion's limits, each from below. */
function findSides(entry: CompiledPromotion, { edgeCarts }: Probe, sku: string): (readonly CartLine[])[] {
  return edgeCarts(entry, sku)
    .filter(({ limit, side }) => limit !== 'band' && limit !== 'cap' && side !== 'above')
    .map(({ lines }) => lines)
}

/** An order against the same with one more unit of its first line. */
function compareNext(
  probe: Probe,
  entry: CompiledPromotion,
  order: Order,
): (Found<'price-jump'> & { readonly size: number }) | null {
  const [line, ...rest] = order.cart.lines
  const more = { ...order, cart: { ...order.cart, lines: [{ ...line!, quantity: line!.quantity + 1 }, ...rest] } }
  const [sale, next] = [probe.sell(order), probe.sell(more)]
  if (!isApplied(sale, entry) && !isApplied(next, entry)) return null
  const [before, after] = mapPair([sale, next], ({ quote }) => quote.totals.merchandise)
  const unit = probe.input.plan.getProduct(line!.sku).regularPrice
  const isDearer = after - before > unit
  const isCheaper = before - after > before * MOST_CHEAPER
  if (!isDearer && !isCheaper) return null
  const size = isDearer ? (after - before - unit) / Math.max(1, before) : (before - after) / before
  const carts = [
    { order, total: sale.quote.totals.grand },
    { order: more, total: next.quote.totals.grand },
  ]
  const facts = { sku: line!.sku, units: line!.quantity, before, after, isDearer }
  return {
    severity: 'info',
    subjects: [promotionSubject(entry.id)],
    facts,
    proof: { carts },
    points: Math.floor(size * 100),
    size,
  }
}
