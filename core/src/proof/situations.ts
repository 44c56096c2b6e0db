import {
  computeClockEdges,
  computeEdgeFacts,
  computeScheduleEdges,
  computeScheduleStatus,
  findRung,
} from '../plan/index.ts'
import type { CompiledPromotion } from '../pricing/index.ts'
import type { Facts, PromotionFacts } from '../terms/index.ts'
import { computeReduction } from '../units/index.ts'
import type { Instant, MinorUnits } from '../values/index.ts'
import { horizonOf } from './proofInput.ts'

/** A set of promotions that hold at once, each at one rung, at its first instant. */
export interface Situation {
  readonly at: Instant
  /** By rank. */
  readonly live: readonly CompiledPromotion[]
  readonly facts: Facts
}

interface From {
  readonly now: Instant
  readonly facts: Facts
}

/**
 * The distinct sets of live promotions and rungs from now on, among those given: with what has been sold by now, and with each ladder by units at
 * its cheapest rung for a product of `price`.
 */
export function findSituations(
  entries: readonly CompiledPromotion[],
  { now, facts }: From,
  price: MinorUnits,
): Situation[] {
  const ready = entries.filter(({ promotion, schedule }) => promotion.state === 'ready' && schedule.end > now)
  const situations = new Map<string, Situation>()
  for (const at of findEdges(ready, now)) {
    const live = ready.filter((entry) => isLive(entry, at))
    if (live.length === 0) continue
    const cheapest = Object.fromEntries(live.flatMap((entry) => findCheapest(entry, { at, facts, price })))
    const variants = [facts, ...(Object.keys(cheapest).length > 0 ? [{ ...facts, ...cheapest }] : [])]
    for (const own of variants) {
      const key = live.map((entry) => `${entry.rank} ${JSON.stringify(rungOf(entry, at, own[entry.id] ?? {}))}`).join()
      if (!situations.has(key)) situations.set(key, { at, live, facts: own })
    }
  }
  return [...situations.values()]
}

/** Whether it holds at an instant, as far as its dates and hours say. */
export function isLive({ promotion, schedule }: CompiledPromotion, at: Instant): boolean {
  return promotion.state === 'ready' && computeScheduleStatus(schedule, at) === 'live'
}

/** Now, and every later instant at which one of them may switch. */
export function findEdges(entries: readonly CompiledPromotion[], now: Instant): Instant[] {
  const to = horizonOf({ now })
  const edges = new Set<Instant>([now])
  for (const { promotion, schedule, rungs } of entries) {
    for (const edge of computeScheduleEdges(schedule, now, to)) edges.add(edge)
    for (const edge of computeClockEdges(promotion, rungs)) if (edge > now && edge < to) edges.add(edge)
  }
  return [...edges].sort((a, b) => a - b)
}

function rungOf({ promotion, rungs }: CompiledPromotion, now: Instant, facts: PromotionFacts) {
  return findRung(promotion, rungs, { now, facts })
}

/** The units sold at which a ladder by units takes off most, where that is not what it takes off now. */
function findCheapest(
  entry: CompiledPromotion,
  { at, facts, price }: { readonly at: Instant; readonly facts: Facts; readonly price: MinorUnits },
): (readonly [string, PromotionFacts])[] {
  const { id, promotion, schedule } = entry
  const { ladder } = promotion
  if (ladder?.by !== 'unitsSold' && ladder?.by !== 'unitsLeft') return []
  const own = facts[id] ?? {}
  const cutAt = (unitsSold: number) => {
    const value = rungOf(entry, at, { ...own, unitsSold })
    return value ? computeReduction(value, price, price) : -1
  }
  let best = own.unitsSold ?? 0
  const edges = computeEdgeFacts(promotion, { now: at, end: schedule.end }).flatMap(
    ({ facts: { unitsSold } }) => unitsSold ?? [],
  )
  for (const sold of [0, ...edges]) if (cutAt(sold) > cutAt(best)) best = sold
  return best === (own.unitsSold ?? 0) ? [] : [[id, { ...own, unitsSold: best }]]
}
