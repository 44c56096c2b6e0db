import { lastOf } from '../values/index.ts'
import { findRung, toPromotionFacts, type UsedUp } from '../plan/index.ts'
import { createPlainOrder, findExhausted, type CompiledPromotion } from '../pricing/index.ts'
import type { Facts, PromotionFacts } from '../terms/index.ts'
import type { Instant } from '../values/index.ts'

/** A difference in what a promotion had used up: an order, one that was cancelled, a correction. */
export interface CountEvent extends UsedUp {
  readonly promotion: string
  readonly at: Instant
}

/** Usage of promotions at any instant of the past. */
export interface PastFacts {
  at(instant: Instant): Facts
  /** The instants, ascending, at which what was used up made a promotion do something else: another rung, no more of it, some again. */
  switchesOf(entry: CompiledPromotion): readonly Instant[]
}

/** Usage from an instant until the next one. */
interface Level {
  readonly from: Instant
  readonly facts: PromotionFacts
}

/** From what each promotion has used up by now, by id, and all the events that lie behind it since an instant, in any order. */
export function createPastFacts(byNow: ReadonlyMap<string, UsedUp>, events: readonly CountEvent[]): PastFacts {
  const eventsOf = (id: string) => events.filter(({ promotion }) => promotion === id)
  const levels = new Map([...byNow].map(([id, used]) => [id, listLevels(used, eventsOf(id))]))
  const switches = new WeakMap<CompiledPromotion, readonly Instant[]>()
  return {
    at: (instant) =>
      Object.fromEntries([...levels].map(([id, own]) => [id, own.findLast(({ from }) => from <= instant)!.facts])),
    switchesOf(entry) {
      let own = switches.get(entry)
      if (!own) switches.set(entry, (own = findSwitches(entry, levels.get(entry.id) ?? [])))
      return own
    },
  }
}

function listLevels(byNow: UsedUp, events: readonly CountEvent[]): Level[] {
  let used = events.reduce((rest, event) => add(rest, event, -1), byNow)
  const levels: Level[] = [{ from: -Infinity, facts: toPromotionFacts(used) }]
  for (const event of events.toSorted((a, b) => a.at - b.at)) {
    used = add(used, event, 1)
    if (lastOf(levels).from === event.at) levels.pop()
    levels.push({ from: event.at, facts: toPromotionFacts(used) })
  }
  return levels
}

const add = (used: UsedUp, { uses, units, given }: UsedUp, sign: 1 | -1): UsedUp => ({
  uses: used.uses + sign * uses,
  units: used.units + sign * units,
  given: used.given + sign * given,
})

function findSwitches(entry: CompiledPromotion, levels: readonly Level[]): Instant[] {
  return levels.slice(1).flatMap(({ from, facts }, index) => {
    const before = levels[index]!.facts
    return doing(entry, from, before) === doing(entry, from, facts) ? [] : [from]
  })
}

/** State of a promotion that depends on usage: the exhausted limit, or the value of its rung. */
function doing(entry: CompiledPromotion, now: Instant, facts: PromotionFacts): unknown {
  const order = createPlainOrder([], { now, facts: { [entry.id]: facts } })
  return findExhausted(entry, facts, order)?.reason ?? findRung(entry.promotion, entry.rungs, { now, facts })
}
