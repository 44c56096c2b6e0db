import { findOutcome, type CompiledPromotion, type PromotionOutcome } from '../../pricing/index.ts'
import type { Order } from '../../terms/index.ts'
import { promotionSubject } from '../finding.ts'
import { isApplied, type Probe } from '../probe.ts'
import { ofEach } from './check.ts'
import { isDearBundle } from './offerFaults.ts'
import { findRewardlessOrder } from './rewardSavesNothing.ts'

const MOST_TRIED = 400
/** It can do nothing any more, which is no fault of the plan; or its own finding says why. */
const USED_UP: ReadonlySet<string> = new Set(['used-up', 'units-gone', 'budget-gone', 'shopper-limit'])

/** It applies to none of the orders that are made for it. */
export const findNeverApplies = ofEach('never-applies', function* (probe, entry) {
  // Nothing can be tried where the store delivers nowhere yet.
  if (entry.phase === 4 && probe.input.deliveries.length === 0) return
  const refused = findRefused(probe, entry)
  if (!refused) return
  const { order, outcome } = refused
  if (USED_UP.has(outcome.reason)) return
  if (isDearBundle(probe, entry) || findRewardlessOrder(probe, entry)) return
  const alone = probe.alone(entry)
  const isAlone = !some(probe.witnesses(entry), (one) => isApplied(probe.sell(one, alone), entry))
  const by =
    'promotion' in outcome.facts ? (outcome.facts as { promotion: string }).promotion : findOther(probe, order, entry)
  yield {
    // What a code promises nobody can have.
    severity: isAlone && entry.promotion.code !== null ? 'blocker' : 'warning',
    subjects: [promotionSubject(entry.id)],
    facts: { reason: outcome.reason, isAlone, by: isAlone ? null : by },
    proof: { carts: [{ order, total: probe.sell(order).quote.totals.grand }] },
    points: 0,
  }
})

type Skipped = Extract<PromotionOutcome, { outcome: 'skipped' }>

/** The order that comes nearest, with its reason; null if it applies to one, or there is nothing to try. */
function findRefused(
  probe: Probe,
  entry: CompiledPromotion,
): { readonly order: Order; readonly outcome: Skipped } | null {
  let last: Order | null = null
  let tried = 0
  const most = probe.mostTried(entry)
  for (const order of probe.witnesses(entry)) {
    if (++tried > most) return null
    if (isApplied(probe.sell(order), entry)) return null
    if (last === null || order.cart.shopper !== null) last = order
  }
  if (last === null) return null
  const outcome = findOutcome(probe.sell(last).quote, entry.id)
  return outcome.outcome === 'skipped' ? { order: last, outcome } : null
}

function some(orders: Iterable<Order>, isIt: (order: Order) => boolean): boolean {
  let tried = 0
  for (const order of orders) {
    if (++tried > MOST_TRIED) return false
    if (isIt(order)) return true
  }
  return false
}

/** The first other promotion that applied instead. */
function findOther({ sell }: Probe, order: Order, entry: CompiledPromotion): string | null {
  return sell(order).uses.find(({ promotion }) => promotion !== entry.id)?.promotion ?? null
}
