import { firstOf } from '../values/index.ts'
import { computeEdgeCarts } from '../edges/index.ts'
import { compileOthers, toAlone, type CompiledPromotion } from '../pricing/index.ts'
import type { Order, Product } from '../terms/index.ts'
import { computePriceSpans } from '../time/index.ts'
import type { Instant } from '../values/index.ts'
import type { Proof } from './finding.ts'
import type { Probe } from './probe.ts'
import { horizonOf } from './proofInput.ts'

/** Shelf price from an instant or now until it changes, or until an end. */
export function proveShelfPrice(
  { input, pricerAt }: Probe,
  product: Product,
  { start, end }: { readonly start: Instant; readonly end: Instant },
): Proof {
  const { plan, now, channel, facts } = input
  const from = Math.max(now, start)
  const to = Math.max(from + 1, Math.min(end, horizonOf(input)))
  const [span] = computePriceSpans(plan, product, { from, to }, { channel, facts }, pricerAt)
  const isOpen = span!.until === to && !Number.isFinite(end)
  return { sku: product.sku, from, until: isOpen ? null : span!.until, price: span!.price }
}

/** Product price under a promotion: on the shelf, or in the order of only this product with the largest reduction per unit. */
export function provePrice(probe: Probe, entry: CompiledPromotion, product: Product): Proof {
  const { input, pricerAt } = probe
  const from = Math.max(input.now, entry.schedule.start)
  const isOnShelf = pricerAt(input.plan, from)(product).cuts.some((cut) => cut.entry === entry)
  const order = isOnShelf ? null : findDeepestOrder(probe, entry, product)
  if (!order) return proveShelfPrice(probe, product, entry.schedule)
  return { carts: [{ order, total: probe.sell(order).quote.totals.grand }] }
}

function findDeepestOrder(probe: Probe, entry: CompiledPromotion, product: Product): Order | null {
  const { sku } = product
  const only = compileOthers(probe.input.plan, [toAlone(entry.promotion)], [product])
  const edges = computeEdgeCarts(entry.promotion, only, { sku }).map(({ lines }) => lines)
  let deepest: Order | null = null
  let most = 0
  for (const lines of [[{ sku, quantity: 1 }], ...edges]) {
    if (lines.length !== 1) continue
    for (const order of probe.dressed(entry, lines)) {
      const given = probe.sell(order).uses.find(({ promotion }) => promotion === entry.id)?.given ?? 0
      const each = given / firstOf(lines).quantity
      if (each > most) [deepest, most] = [order, each]
    }
  }
  return deepest
}
