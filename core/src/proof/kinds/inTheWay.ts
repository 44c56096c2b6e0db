import type { CompiledPromotion } from '../../pricing/index.ts'
import type { Order } from '../../terms/index.ts'
import { computeScheduleStatus } from '../../plan/index.ts'
import { promotionSubject, type Found } from '../finding.ts'
import { isApplied, type Probe } from '../probe.ts'
import { ofEach } from './check.ts'

const MOST_TRIED = 120

/**
 * Wherever both hold, a promotion never applies beside another, and would without it; and it has a code, or by itself takes off more.
 * The one in the way comes first among the subjects.
 */
export const findInTheWay = ofEach('in-the-way', function* (probe, entry) {
  if (!entry.promotion.stacking) return
  for (const other of findRivals(probe, entry)) {
    const found = judge(probe, entry, other)
    if (found) yield found
  }
})

/** Promotions that look at the same goods at the same time and may not stand beside it. */
function findRivals(probe: Probe, entry: CompiledPromotion): CompiledPromotion[] {
  const { rules, store } = probe.input.plan
  const rivals = new Set(probe.groupsOf(entry).flatMap(({ entries }) => entries))
  return [...rivals].filter((one) => {
    if (one === entry || !one.promotion.stacking) return false
    if (Math.max(one.schedule.start, entry.schedule.start) >= Math.min(one.schedule.end, entry.schedule.end))
      return false
    const [first, second] = isBefore(one, entry) ? [one, entry] : [entry, one]
    const isSole = [one, entry].some(({ promotion }) => promotion.stacking?.mode === 'sole')
    return isSole || !rules.mayFollow(second.stack, first.stack) || store.maxCodesPerOrder === 0
  })
}

function isBefore(one: CompiledPromotion, other: CompiledPromotion): boolean {
  return one.phase === other.phase ? one.rank < other.rank : one.phase < other.phase
}

function judge(probe: Probe, entry: CompiledPromotion, rival: CompiledPromotion): Found<'in-the-way'> | null {
  const groups = probe.groupsOf(entry).filter(({ entries }) => entries.includes(rival))
  const isAt = (at: number) => computeScheduleStatus(rival.schedule, at) === 'live'
  const orders: Order[] = []
  for (const order of probe.witnesses(entry, { groups, isAt })) {
    if (orders.length >= MOST_TRIED) break
    orders.push(order)
  }
  if (orders.length === 0 || orders.some((order) => isApplied(probe.sell(order), entry))) return null
  const without = probe.without(rival)
  const blocked = orders.filter((order) => isApplied(probe.sell(order), rival))
  for (const order of blocked) {
    const freed = probe.sell(order, without)
    if (!isApplied(freed, entry)) continue
    const hasCode = entry.promotion.code !== null
    const [own, theirs] = [entry, rival].map((one) => givenAlone(probe, one, order)) as [number, number]
    if (!hasCode && own <= theirs) continue
    const total = probe.sell(order).quote.totals.grand
    const plain = { ...order, cart: { ...order.cart, codes: [] } }
    const carts = [
      { order, total },
      ...(hasCode ? [{ order: plain, total: probe.sell(plain).quote.totals.grand }] : []),
    ]
    return {
      weight: 'look',
      subjects: [rival, entry].map(({ id }) => promotionSubject(id)),
      facts: { hasCode, with: total, without: freed.quote.totals.grand },
      proof: { carts },
      points: 0,
    }
  }
  return null
}

function givenAlone(probe: Probe, entry: CompiledPromotion, order: Order): number {
  return probe.sell(order, probe.alone(entry)).uses.find(({ promotion }) => promotion === entry.id)?.given ?? 0
}
