import type { Promotion } from '../plan/index.ts'
import { moveWithOccasions, pickSettings, type PlanChange } from './listChanges.ts'
import type { PlanContent, PlanOccasion, PlanSet } from './planContent.ts'
import { joinOrder } from './promotionOrder.ts'

/** What each chosen change needs that was not chosen. */
export interface MissingNeed {
  readonly change: PlanChange
  /** Ids of changes. */
  readonly lacks: readonly string[]
}

export function findMissingNeeds(changes: readonly PlanChange[], chosen: ReadonlySet<string>): MissingNeed[] {
  return changes.flatMap((change) => {
    const lacks = chosen.has(change.id) ? change.needs.filter((id) => !chosen.has(id)) : []
    return lacks.length > 0 ? [{ change, lacks }] : []
  })
}

/** Ids of all changes that go with one, itself included. */
export function collectNeeds(changes: readonly Pick<PlanChange, 'id' | 'needs'>[], id: string): Set<string> {
  const needsOf = new Map(changes.map((change) => [change.id, change.needs]))
  const all = new Set([id])
  for (const one of all) for (const need of needsOf.get(one) ?? []) all.add(need)
  return all
}

/** Ids of all changes that can't be without one, itself included. */
export function collectDependents(changes: readonly Pick<PlanChange, 'id' | 'needs'>[], id: string): Set<string> {
  const usersOf = new Map<string, string[]>()
  for (const { id: user, needs } of changes) {
    for (const need of needs) usersOf.set(need, [...(usersOf.get(need) ?? []), user])
  }
  const all = new Set([id])
  for (const one of all) for (const user of usersOf.get(one) ?? []) all.add(user)
  return all
}

/**
 * The live plan with the chosen changes, each taken whole from the working plan. `changes` are those of `listChanges`; with all of them chosen it is the
 * working plan. What the choice needs must be in it, see `findMissingNeeds`.
 */
export function applyChanges(
  live: PlanContent,
  working: PlanContent,
  { changes, chosen }: { readonly changes: readonly PlanChange[]; readonly chosen: ReadonlySet<string> },
): PlanContent {
  if (changes.every(({ id }) => chosen.has(id))) return working
  const isTaken = (id: string) => chosen.has(id)
  const kindOf = new Map(changes.map(({ id, kind }) => [id, kind]))
  const isOut = (id: string) => kindOf.has(id) && !chosen.has(id)
  const moving = changes.flatMap(({ id, thing, after }) => (thing === 'occasion' && isTaken(id) ? [after!.id] : []))
  const promotions = choose({
    before: moveWithOccasions(live, working, new Set(moving)),
    after: working.promotions,
    noun: 'promotion',
    kindOf,
    isTaken,
  })
  const [lead, rest] = isTaken('stacking') ? [working, live] : [live, working]
  const ordered = joinOrder(promotions, lead.promotions, rest.promotions)
  const follows = joinFollows(live, working, { promotions: ordered, kindOf, isOut })
  return {
    store: {
      ...pickSettings((isTaken('store') ? working : live).store, 'store'),
      ...pickSettings((isTaken('stacking') ? working : live).store, 'stacking'),
    },
    promotions: ordered,
    sets: choose<PlanSet>({ before: live.sets, after: working.sets, noun: 'set', kindOf, isTaken }),
    occasions: joinOccasions(live, working, { follows, isOut }),
    follows,
  }
}

interface Choosing<T> {
  readonly before: readonly T[]
  readonly after: readonly T[]
  readonly noun: 'promotion' | 'set'
  readonly kindOf: ReadonlyMap<string, PlanChange['kind']>
  readonly isTaken: (id: string) => boolean
}

/** From two lists, of each entry the old or the new one. */
function choose<T extends { readonly id: string }>({ before, after, noun, kindOf, isTaken }: Choosing<T>): T[] {
  const old = new Map(before.map((one) => [one.id, one]))
  const present = after.flatMap((one) => {
    const id = `${noun}:${one.id}`
    return kindOf.has(id) && isTaken(id) ? [one] : (old.get(one.id) ?? [])
  })
  const removed = before.filter((one) => {
    const id = `${noun}:${one.id}`
    return kindOf.get(id) === 'removed' && !isTaken(id)
  })
  return [...present, ...removed]
}

interface Following {
  readonly promotions: readonly Promotion[]
  readonly kindOf: ReadonlyMap<string, PlanChange['kind']>
  /** Whether there is such a change, and it was left out. */
  readonly isOut: (change: string) => boolean
}

/** The occasion of each promotion: as it is now, unless an edit of either was left out. */
function joinFollows(live: PlanContent, working: PlanContent, { promotions, kindOf, isOut }: Following) {
  return Object.fromEntries(
    promotions.flatMap(({ id }) => {
      const own = `promotion:${id}`
      const occasions = [live.follows[id], working.follows[id]].map((occasion) => `occasion:${occasion}`)
      const isAsBefore = isOut(own) || (!kindOf.has(own) && occasions.some(isOut))
      const followed = (isAsBefore ? live : working).follows[id]
      return followed === undefined ? [] : [[id, followed]]
    }),
  )
}

/** The occasions that are followed: with the dates of the working plan, unless new ones were left out. */
function joinOccasions(
  live: PlanContent,
  working: PlanContent,
  { follows, isOut }: { readonly follows: PlanContent['follows']; readonly isOut: (change: string) => boolean },
): PlanOccasion[] {
  const followed = new Set(Object.values(follows))
  const own = new Map(live.occasions.map((occasion) => [occasion.id, occasion]))
  for (const occasion of working.occasions) {
    if (!isOut(`occasion:${occasion.id}`)) own.set(occasion.id, occasion)
  }
  return [...own.values()].filter(({ id }) => followed.has(id))
}
