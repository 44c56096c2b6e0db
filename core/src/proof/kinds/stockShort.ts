import { computeUnitsLeft } from '../../plan/index.ts'
import { SALES_DAYS } from '../../prices/index.ts'
import { DAY_MS } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import { isIn } from '../productGroups.ts'
import { proveShelfPrice } from '../provePrice.ts'
import type { Check } from './check.ts'

/**
 * The stock of a product does not last until the promotion ends, at the sales rate of the last 30 days. Skips sold-out products, and offers on
 * whole orders, which promise no product.
 */
export const findStockShort: Check<'stock-short'> = function* (probe) {
  const { input, toCome } = probe
  const { now, stock, sold, plan } = input
  for (const entry of toCome) {
    const { id, phase, promotion, schedule } = entry
    if ((phase !== 1 && phase !== 2) || !Number.isFinite(schedule.end)) continue
    const unitsLeft = computeUnitsLeft(promotion.limits, {
      sold: input.facts[id]?.unitsSold ?? 0,
      now,
      end: schedule.end,
    })
    const short = probe.groupsOf(entry).flatMap(({ products }) =>
      products.flatMap((product) => {
        const [left, pace] = [stock.get(product.sku), sold.get(product.sku) ?? 0]
        if (!left || pace === 0 || left >= unitsLeft || !isIn(plan, entry, product)) return []
        const runsOut = now + Math.floor((left * SALES_DAYS * DAY_MS) / pace)
        return runsOut < schedule.end ? [{ product, left, pace, runsOut }] : []
      }),
    )
    if (short.length === 0) continue
    const { product, left, pace, runsOut } = short.reduce((a, b) => (b.runsOut < a.runsOut ? b : a))
    yield {
      severity: 'warning',
      subjects: [promotionSubject(id)],
      facts: { products: short.length, sku: product.sku, stock: left, sold: pace, runsOut },
      proof: proveShelfPrice(probe, product, { start: Math.max(runsOut, schedule.start), end: schedule.end }),
      points: short.length,
    }
  }
}
