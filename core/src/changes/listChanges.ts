import { comparePromotions, followDates, listReaches, type Promotion } from '../plan/index.ts'
import type { Store } from '../terms/index.ts'
import { isSameValue, keysOf } from '../values/index.ts'
import type { PlanContent, PlanOccasion, PlanSet } from './planContent.ts'
import { findMoved, type MovedPromotion } from './promotionOrder.ts'

/** What a change is of. */
interface Things {
  readonly promotion: Promotion
  readonly set: PlanSet
  readonly occasion: PlanOccasion
  /** Which groups combine, and in which order promotions are tried. */
  readonly stacking: Pick<Store, StackingField>
  /** How the store prices. */
  readonly store: Omit<Store, StackingField>
}
export type ChangedThing = keyof Things

interface ChangeOf<T extends ChangedThing> {
  /** `<thing>:<id>`, or the thing alone where there is one of it. */
  readonly id: string
  readonly thing: T
  readonly kind: 'added' | 'changed' | 'removed'
  /** Null: the plan did not have it. */
  readonly before: Things[T] | null
  /** Null: the plan does not have it any more. */
  readonly after: Things[T] | null
  /** The top-level fields that differ, for what both plans have. `order`: promotions were moved. */
  readonly fields: readonly string[]
  /** The changes that go with it, by id. */
  readonly needs: readonly string[]
  /** For `stacking`: the promotions that were moved. */
  readonly moved: readonly MovedPromotion[]
}

/** One difference between two plans, which can be released separately, with what it needs. Source: docs/releases.md. */
export type PlanChange = { [T in ChangedThing]: ChangeOf<T> }[ChangedThing]

/** Whether a setting belongs to stacking. All are listed, so that a new one can't be forgotten. */
const IS_STACKING = {
  currency: false,
  timeZone: false,
  pricesIncludeTax: false,
  deliveryTaxRate: false,
  surchargeTaxRate: false,
  conflicts: true,
  maxCodesPerOrder: false,
  floor: false,
  priorDays: false,
  longestSaleDays: false,
  alarm: false,
  stackGroups: true,
  apart: true,
} as const satisfies { readonly [K in keyof Required<Store>]: boolean }
type StackingField = { [K in keyof typeof IS_STACKING]: (typeof IS_STACKING)[K] extends true ? K : never }[keyof Store]

/** The settings of one part of a store, stacking or all others; absent ones stay absent. */
export function pickSettings<T extends 'stacking' | 'store'>(store: Store, part: T): Things[T] {
  const own = keysOf(IS_STACKING).filter((key) => IS_STACKING[key] === (part === 'stacking') && key in store)
  return Object.fromEntries(own.map((key) => [key, store[key]])) as unknown as Things[T]
}

/** The live plan's promotions with the dates that the chosen occasions have in the working plan, where they follow one of those. */
export function moveWithOccasions(live: PlanContent, working: PlanContent, ids: ReadonlySet<string>): Promotion[] {
  const datesOf = new Map(working.occasions.map(({ id, dates }) => [id, dates]))
  const followed = findFollowed(live, working)
  return live.promotions.map((promotion) => {
    const occasion = followed.get(promotion.id)
    if (occasion === undefined || !ids.has(occasion)) return promotion
    return { ...promotion, schedule: followDates(promotion.schedule, datesOf.get(occasion)!) }
  })
}

/** The occasion of each live promotion that follows one, except those that only stopped following and are otherwise as they were. */
function findFollowed(live: PlanContent, working: PlanContent): Map<string, string> {
  const present = new Map(working.promotions.map((promotion) => [promotion.id, promotion]))
  return new Map(
    live.promotions.flatMap((promotion) => {
      const { id } = promotion
      const occasion = live.follows[id]
      const next = present.get(id)
      const isLeft = next && working.follows[id] !== occasion && comparePromotions([promotion], [next]).length === 0
      return occasion === undefined || isLeft ? [] : [[id, occasion]]
    }),
  )
}

/** Occasions with other dates or another flag, which live promotions follow. */
function compareOccasions(live: PlanContent, working: PlanContent): ChangeOf<'occasion'>[] {
  const before = new Map(live.occasions.map((occasion) => [occasion.id, occasion]))
  const followed = new Set(findFollowed(live, working).values())
  return working.occasions.flatMap((after) => {
    const old = before.get(after.id)
    if (!old || !followed.has(after.id)) return []
    const fields = (['dates', 'flag'] as const).filter((field) => !isSameValue(old[field], after[field]))
    if (fields.length === 0) return []
    const id = `occasion:${after.id}`
    return [{ id, thing: 'occasion', kind: 'changed', before: old, after, fields, needs: [], moved: [] }]
  })
}

function compareSets(live: PlanContent, working: PlanContent, usersOf: (set: string) => string[]): ChangeOf<'set'>[] {
  const old = new Map(live.sets.map((set) => [set.id, set]))
  const kept = new Set(working.sets.map(({ id }) => id))
  const common = { thing: 'set', moved: [] } as const
  const present = working.sets.flatMap((after): ChangeOf<'set'>[] => {
    const id = `set:${after.id}`
    const before = old.get(after.id)
    if (!before) return [{ ...common, id, kind: 'added', before: null, after, fields: [], needs: [] }]
    const fields = (['name', 'content'] as const).filter((field) => !isSameValue(before[field], after[field]))
    return fields.length === 0 ? [] : [{ ...common, id, kind: 'changed', before, after, fields, needs: [] }]
  })
  const removed = live.sets.flatMap((before): ChangeOf<'set'>[] => {
    if (kept.has(before.id)) return []
    // Those that used it do so no longer.
    const needs = usersOf(before.id)
    return [{ ...common, id: `set:${before.id}`, kind: 'removed', before, after: null, fields: [], needs }]
  })
  return [...present, ...removed]
}

/**
 * The differences between the live plan and the working plan, one for each promotion, set and occasion, one for stacking and one for the store's price
 * rules: promotions first, in the order of the working plan, removed ones last. Where nothing differs there is none.
 */
export function listChanges(live: PlanContent, working: PlanContent): PlanChange[] {
  const occasions = compareOccasions(live, working)
  const moved = moveWithOccasions(live, working, new Set(occasions.map(({ after }) => after!.id)))
  const old = new Map(moved.map((promotion) => [promotion.id, promotion]))
  const compared = comparePromotions(moved, working.promotions)
  const isChanged = new Set(compared.map(({ promotion: { id } }) => id))
  const changedIn = (promotions: readonly Promotion[], uses: (promotion: Promotion) => boolean) =>
    promotions.flatMap((promotion) =>
      isChanged.has(promotion.id) && uses(promotion) ? `promotion:${promotion.id}` : [],
    )

  const sets = compareSets(live, working, (id) => changedIn(live.promotions, (one) => setsOf(one).has(id)))
  const stacking = compareSettings(live, working, 'stacking')
  const store = compareSettings(live, working, 'store')
  const gone = live.store.stackGroups.filter((group) => !working.store.stackGroups.includes(group))
  const leave = changedIn(live.promotions, ({ stacking: own }) => own !== undefined && gone.includes(own.group))

  const setIds = new Set(sets.map(({ id }) => id))
  const occasionIds = new Set(occasions.map(({ id }) => id))
  const needsOf = ({ id, ...promotion }: Promotion): string[] => {
    const group = promotion.stacking?.group
    const occasion = `occasion:${working.follows[id]}`
    return [
      ...[...setsOf(promotion)].map((set) => `set:${set}`).filter((set) => setIds.has(set)),
      ...(occasionIds.has(occasion) ? [occasion] : []),
      ...(group !== undefined && !live.store.stackGroups.includes(group) && stacking.length > 0 ? ['stacking'] : []),
    ]
  }
  return [
    ...compared.map(({ promotion, kind, fields }): ChangeOf<'promotion'> => {
      const isGone = kind === 'removed'
      return {
        id: `promotion:${promotion.id}`,
        thing: 'promotion',
        kind,
        before: old.get(promotion.id) ?? null,
        after: isGone ? null : promotion,
        fields,
        needs: isGone ? [] : needsOf(promotion),
        moved: [],
      }
    }),
    ...sets,
    ...occasions,
    ...stacking.map((change) => ({ ...change, needs: leave })),
    ...store,
  ]
}

function setsOf(promotion: Pick<Promotion, 'mechanic' | 'when'>): Set<string> {
  return new Set(listReaches(promotion).flatMap(({ sets = [] }) => sets))
}

function compareSettings<T extends 'stacking' | 'store'>(
  live: PlanContent,
  working: PlanContent,
  thing: T,
): ChangeOf<T>[] {
  const [before, after] = [pickSettings(live.store, thing), pickSettings(working.store, thing)]
  const names = [...new Set([...keysOf(before), ...keysOf(after)])]
  const fields = names.filter((name) => !isSameValue(before[name], after[name])).map(String)
  const moved = thing === 'stacking' ? findMoved(live.promotions, working.promotions) : []
  const all = moved.length > 0 ? [...fields, 'order'] : fields
  return all.length === 0 ? [] : [{ id: thing, thing, kind: 'changed', before, after, fields: all, needs: [], moved }]
}
