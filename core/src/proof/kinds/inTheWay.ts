import type { CompiledPromotion } from '../../pricing/index.ts'
import type { Order } from '../../terms/index.ts'
import { isBefore } from '../../time/index.ts'
import type { MinorUnits } from '../../values/index.ts'
import type { ProductGroup } from '../productGroups.ts'
import { promotionSubject, type Found } from '../finding.ts'
import { isApplied, type Probe } from '../probe.ts'
import { isLive } from '../situations.ts'
import { ofEach } from './check.ts'

/** Of those that might be in the way, so many are looked into. */
const MOST_RIVALS = 12
/** Orders that are priced without one of them. */
const MOST_FREED = 12
/** Times what is tried of one group. */
const MOST_IN_ALL = 10

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
  const tries = tryOut(probe, entry)
  const failed = tries.tried.filter(({ applied }) => !applied.has(entry.id))
  const standing = new Set(failed.flatMap(({ applied }) => [...applied]))
  const rivals = findRivals(probe, entry).filter(({ id }) => standing.has(id))
  for (const rival of rivals.slice(0, MOST_RIVALS)) {
    const found = judge(probe, entry, { rival, tries })
    if (found) yield found
  }
})

interface Tries {
  readonly tried: readonly Tried[]
  /** The groups of which every order was tried; of others nothing can be said. */
  readonly complete: ReadonlySet<ProductGroup>
}

/** Orders that are made for a promotion, group by group, as far as the effort goes. */
function tryOut(probe: Probe, entry: CompiledPromotion): Tries {
  const tried: Tried[] = []
  const complete = new Set<ProductGroup>()
  const most = probe.mostTried(entry)
  for (const group of probe.groupsOf(entry)) {
    const own = tryGroup(probe, entry, group, Math.min(most, MOST_IN_ALL * most - tried.length))
    if (!own) continue
    tried.push(...own)
    complete.add(group)
  }
  return { tried, complete }
}

/** Null where there are more orders than may be tried. */
function tryGroup(probe: Probe, entry: CompiledPromotion, group: ProductGroup, most: number): Tried[] | null {
  const tried: Tried[] = []
  for (const order of probe.witnesses(entry, [group])) {
    if (tried.length >= most) return null
    tried.push({ order, group, applied: new Set(probe.sell(order).uses.map(({ promotion }) => promotion)) })
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

interface Meeting {
  readonly rival: CompiledPromotion
  readonly tries: Tries
}

function judge(probe: Probe, entry: CompiledPromotion, { rival, tries }: Meeting): Found<'in-the-way'> | null {
  const groups = probe.groupsOf(entry).filter(({ entries }) => entries.includes(rival))
  if (!groups.every((group) => tries.complete.has(group))) return null
  const met = tries.tried.filter(({ order, group }) => {
    return group.entries.includes(rival) && isLive(rival, order.now)
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
