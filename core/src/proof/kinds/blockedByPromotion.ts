import type { CompiledPromotion } from '../../pricing/index.ts'
import type { Order } from '../../terms/index.ts'
import { isBefore } from '../../time/index.ts'
import { mapPair, type MinorUnits } from '../../values/index.ts'
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

/** An order made for a promotion, of products of one group, to which it did not apply. */
interface Failed {
  readonly order: Order
  readonly group: ProductGroup
  /** The promotion that did. */
  readonly applied: ReadonlySet<string>
}

/**
 * Wherever both hold, a promotion never applies beside another, and would without it; and it has a code, or by itself takes off more.
 * The one in the way comes first among the subjects.
 */
export const findBlockers = ofEach('blocked-by-promotion', function* (probe, entry) {
  if (!entry.promotion.stacking) return
  const { suspects, failed } = tryOut(probe, entry)
  const standing = new Set(failed.flatMap(({ applied }) => [...applied]))
  const rivals = [...suspects].filter(({ id }) => standing.has(id))
  for (const rival of rivals.slice(0, MOST_RIVALS)) {
    const found = judge(probe, entry, { rival, failed })
    if (found) yield found
  }
})

interface Tries {
  /** Those beside which it may never apply. */
  readonly suspects: Set<CompiledPromotion>
  readonly failed: Failed[]
  left: number
}

/** Orders that are made for a promotion, group by group, as far as the effort goes. */
function tryOut(probe: Probe, entry: CompiledPromotion): Tries {
  const tries: Tries = {
    suspects: new Set(findRivals(probe, entry)),
    failed: [],
    left: MOST_IN_ALL * probe.mostTried(entry),
  }
  for (const group of probe.groupsOf(entry)) tryGroup(probe, entry, { group, tries })
  return tries
}

/** Removes suspects that the promotion applies alongside. If the order budget runs out, removes the whole group (inconclusive). */
function tryGroup(
  probe: Probe,
  entry: CompiledPromotion,
  { group, tries }: { group: ProductGroup; tries: Tries },
): void {
  const { suspects, failed } = tries
  let most = Math.min(probe.mostTried(entry), tries.left)
  const clear = (cleared: readonly CompiledPromotion[]) => cleared.forEach((one) => suspects.delete(one))
  for (const order of probe.witnesses(entry, [group])) {
    const open = group.entries.filter((one) => suspects.has(one))
    if (open.length === 0) return
    const beside = open.filter((one) => isLive(one, order.now))
    if (beside.length === 0) continue
    if (most-- === 0) return clear(open)
    tries.left--
    const applied = new Set(probe.sell(order).uses.map(({ promotion }) => promotion))
    if (applied.has(entry.id)) clear(beside)
    else failed.push({ order, group, applied })
  }
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

function judge(
  probe: Probe,
  entry: CompiledPromotion,
  { rival, failed }: { rival: CompiledPromotion; failed: readonly Failed[] },
): Found<'blocked-by-promotion'> | null {
  const blocked = failed.filter(({ group, applied }) => group.entries.includes(rival) && applied.has(rival.id))
  for (const { order } of blocked.slice(0, MOST_FREED)) {
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
  const [own, theirs] = mapPair([entry, rival], (one) => givenAlone(probe, one, order))
  return own > theirs
}

function describe(
  probe: Probe,
  entry: CompiledPromotion,
  { rival, order, without }: { rival: CompiledPromotion; order: Order; without: MinorUnits },
): Found<'blocked-by-promotion'> {
  const hasCode = entry.promotion.code !== null
  const total = probe.sell(order).quote.totals.grand
  const plain = { ...order, cart: { ...order.cart, codes: [] } }
  const carts = [{ order, total }, ...(hasCode ? [{ order: plain, total: probe.sell(plain).quote.totals.grand }] : [])]
  const subjects = [rival, entry].map(({ id }) => promotionSubject(id))
  return { severity: 'warning', subjects, facts: { hasCode, with: total, without }, proof: { carts }, points: 0 }
}

function givenAlone(probe: Probe, entry: CompiledPromotion, order: Order): number {
  return probe.sell(order, probe.alone(entry)).uses.find(({ promotion }) => promotion === entry.id)?.given ?? 0
}
