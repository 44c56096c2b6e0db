import type { CompiledPromotion } from '../../pricing/index.ts'
import type { Order } from '../../terms/index.ts'
import type { MinorUnits } from '../../values/index.ts'
import type { ProductGroup } from '../productGroups.ts'
import { computeScheduleStatus } from '../../plan/index.ts'
import { promotionSubject, type Found } from '../finding.ts'
import { isApplied, type Probe } from '../probe.ts'
import { ofEach } from './check.ts'

/** Of those that might be in the way, so many are looked into. */
const MOST_RIVALS = 12
/** Orders that are priced without one of them. */
const MOST_FREED = 12

/** An order made for a promotion, of products of one group, as it was sold. */
interface Tried {
  readonly order: Order
  readonly group: ProductGroup
  readonly applied: ReadonlySet<string>
}

/**
 * Wherever both hold, a promotion never applies beside another, and would without it; and it has a code, or by itself takes off more.
 * The one in the way comes first among the subjects.
 */
export const findInTheWay = ofEach('in-the-way', function* (probe, entry) {
  if (!entry.promotion.stacking) return
  const tried = tryOut(probe, entry)
  if (!tried) return
  const standing = new Set(tried.filter(({ applied }) => !applied.has(entry.id)).flatMap(({ applied }) => [...applied]))
  const rivals = findRivals(probe, entry).filter(({ id }) => standing.has(id))
  for (const rival of rivals.slice(0, MOST_RIVALS)) {
    const found = judge(probe, entry, { rival, tried })
    if (found) yield found
  }
})

/** Every order that is made for it; null where those are too many to say that it never applies. */
function tryOut(probe: Probe, entry: CompiledPromotion): Tried[] | null {
  const tried: Tried[] = []
  const most = probe.mostTried(entry)
  for (const group of probe.groupsOf(entry)) {
    for (const order of probe.witnesses(entry, { groups: [group] })) {
      if (tried.length >= most) return null
      const applied = new Set(probe.sell(order).uses.map(({ promotion }) => promotion))
      tried.push({ order, group, applied })
    }
  }
  return tried
}

/** Promotions that look at the same goods at the same time and may not stand beside it. */
function findRivals(probe: Probe, entry: CompiledPromotion): CompiledPromotion[] {
  const { rules } = probe.input.plan
  const rivals = new Set(probe.groupsOf(entry).flatMap(({ entries }) => entries))
  return [...rivals].filter((one) => {
    if (one === entry || !one.promotion.stacking) return false
    const [start, end] = [
      Math.max(one.schedule.start, entry.schedule.start),
      Math.min(one.schedule.end, entry.schedule.end),
    ]
    if (start >= end) return false
    const [first, second] = isBefore(one, entry) ? [one, entry] : [entry, one]
    const isSole = [one, entry].some(({ promotion }) => promotion.stacking?.mode === 'sole')
    return isSole || !rules.mayFollow(second.stack, first.stack)
  })
}

function isBefore(one: CompiledPromotion, other: CompiledPromotion): boolean {
  return one.phase === other.phase ? one.rank < other.rank : one.phase < other.phase
}

interface Meeting {
  readonly rival: CompiledPromotion
  readonly tried: readonly Tried[]
}

function judge(probe: Probe, entry: CompiledPromotion, { rival, tried }: Meeting): Found<'in-the-way'> | null {
  const met = tried.filter(({ order, group }) => {
    return group.entries.includes(rival) && computeScheduleStatus(rival.schedule, order.now) === 'live'
  })
  if (met.length === 0 || met.some(({ applied }) => applied.has(entry.id))) return null
  const blocked = met.filter(({ applied }) => applied.has(rival.id)).slice(0, MOST_FREED)
  for (const { order } of blocked) {
    const freed = probe.sell(order, probe.without(rival))
    if (isApplied(freed, entry) && outweighs(probe, entry, { rival, order })) {
      return describe(probe, entry, { rival, order, without: freed.quote.totals.grand })
    }
  }
  return null
}

/** A code that changes nothing disappoints whoever types it; without one, it is missed where it would take off more. */
function outweighs(
  probe: Probe,
  entry: CompiledPromotion,
  { rival, order }: { rival: CompiledPromotion; order: Order },
): boolean {
  if (entry.promotion.code !== null) return true
  const [own, theirs] = [entry, rival].map((one) => givenAlone(probe, one, order)) as [number, number]
  return own > theirs
}

function describe(
  probe: Probe,
  entry: CompiledPromotion,
  { rival, order, without }: { rival: CompiledPromotion; order: Order; without: MinorUnits },
): Found<'in-the-way'> {
  const hasCode = entry.promotion.code !== null
  const total = probe.sell(order).quote.totals.grand
  const plain = { ...order, cart: { ...order.cart, codes: [] } }
  const carts = [{ order, total }, ...(hasCode ? [{ order: plain, total: probe.sell(plain).quote.totals.grand }] : [])]
  const subjects = [rival, entry].map(({ id }) => promotionSubject(id))
  return { weight: 'look', subjects, facts: { hasCode, with: total, without }, proof: { carts }, points: 0 }
}

function givenAlone(probe: Probe, entry: CompiledPromotion, order: Order): number {
  return probe.sell(order, probe.alone(entry)).uses.find(({ promotion }) => promotion === entry.id)?.given ?? 0
}
