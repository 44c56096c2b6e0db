import { computePriceFacts } from '../../plan/index.ts'
import type { CompiledPromotion } from '../../pricing/index.ts'
import type { Product } from '../../terms/index.ts'
import { computePriceSpans, computePriorBefore, type HistorySpan } from '../../time/index.ts'
import type { Instant, MinorUnits } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import { isIn } from '../productGroups.ts'
import type { Probe } from '../probe.ts'
import { horizonOf } from '../proofInput.ts'
import { proveShelfPrice } from '../provePrice.ts'
import type { Check } from './check.ts'
import { readPublicTexts } from './publicTexts.ts'

interface Struck {
  readonly product: Product
  readonly from: Instant
  readonly regular: MinorUnits
  readonly prior: MinorUnits
  readonly price: MinorUnits
}

/** When a sale starts, the past forbids that its products' regular price is crossed out; worse where a text promises more than the prior price leaves. */
export const findForbiddenWasPrices: Check<'was-price-not-allowed'> = function* (probe) {
  const { input, toCome } = probe
  if (input.past.size === 0) return
  for (const entry of toCome) {
    if (entry.phase !== 1) continue
    const products = probe.groupsOf(entry).flatMap((group) => group.products)
    const struck = products.flatMap((product) => findStruck(product, entry, probe) ?? [])
    if (struck.length === 0) continue
    const worst = struck.reduce((a, b) => (shareOf(b) > shareOf(a) ? b : a))
    const isPromised = struck.some((one) => promisesMore(entry, one))
    const { product, from, regular, prior, price } = worst
    yield {
      severity: isPromised ? 'blocker' : 'warning',
      subjects: [promotionSubject(entry.id)],
      facts: { products: struck.length, sku: product.sku, regular, prior, price, isPromised },
      proof: proveShelfPrice(probe, product, { start: from, end: entry.schedule.end }),
      points: struck.length,
    }
  }
}

const shareOf = ({ regular, prior }: Struck) => (regular - prior) / regular

function findStruck(product: Product, entry: CompiledPromotion, probe: Probe): Struck | null {
  const { input, thresholds, pricerAt } = probe
  if (!input.past.get(product.sku)?.length || !isIn(input.plan, entry, product)) return null
  const { start, end } = entry.schedule
  const from = Number.isFinite(start) ? start : input.now
  const at = Math.max(from, input.now)
  if (at >= Math.min(end, horizonOf(input))) return null
  const { regular, price, cuts } = pricerAt(input.plan, at)(product)
  if (price >= regular || !cuts.some((cut) => cut.entry === entry)) return null
  const { price: prior } = computePriorBefore(historyUntil(product, at, probe), from, thresholds.priorDays)
  return prior === null || prior >= regular ? null : { product, from: at, regular, prior, price }
}

/** Past prices and planned prices until an instant. */
function historyUntil(product: Product, to: Instant, { input, pricerAt }: Probe): HistorySpan[] {
  const { plan, now, channel, facts, past } = input
  const known = (past.get(product.sku) ?? []).filter(({ from }) => from < now)
  if (to <= now) return known
  const ahead = computePriceSpans(plan, product, { from: now, to }, { channel, facts }, pricerAt)
  return [
    ...known.map((span) => (span.until > now ? { ...span, until: now } : span)),
    ...ahead.map((span): HistorySpan => ({ ...span, source: 'release', release: null })),
  ]
}

/** Whether what shoppers read speaks of more than what the prior price leaves: a filled label, or a percentage in words. */
function promisesMore({ promotion }: CompiledPromotion, { regular, prior, price }: Struck): boolean {
  const honest = computePriceFacts(Math.max(prior, price), price).percent ?? 0
  return readPublicTexts(promotion).some((text) => {
    if (/\{(percent|amount|regular)\}/.test(text)) return true
    const named = [...text.matchAll(/(\d{1,3})\s?(?:%|percent)/gi)].map(([, figure]) => Number(figure))
    return named.some((figure) => figure > honest) && regular > prior
  })
}
