import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Promotion } from '../plan/index.ts'
import { createPromotion, createStore } from '../testing/shop.ts'
import { isSameValue } from '../values/index.ts'
import { applyChanges, collectDependents, collectNeeds, findMissingNeeds } from './applyChanges.ts'
import { listChanges } from './listChanges.ts'
import type { PlanContent } from './planContent.ts'
import { findMoved } from './promotionOrder.ts'

const IDS = ['p1', 'p2', 'p3', 'p4', 'p5']
const NAMES = ['a', 'b'] as const

const subset = fc.subarray([...NAMES])
const setContent = fc.constantFrom({ skus: ['A'] }, { skus: ['B'] }, { filter: { tags: ['new'] } })
const dates = fc.constantFrom(
  null,
  { start: '2027-03-01T00:00', end: '2027-04-01T00:00' },
  { start: '2027-05-01T00:00', end: '2027-06-01T00:00' },
)
const groups = fc.constantFrom(['sale', 'extra'], ['sale'], ['sale', 'extra', 'club'])

/** A plan in which all that is named exists, and what follows an occasion has its dates. */
const content: fc.Arbitrary<PlanContent> = fc
  .record({
    ids: fc.shuffledSubarray(IDS),
    sets: subset,
    contents: fc.tuple(setContent, setContent),
    dates: fc.tuple(dates, dates),
    groups,
    conflicts: fc.constantFrom('best' as const, 'rank' as const),
    maxCodesPerOrder: fc.constantFrom(1, 2),
    choices: fc.array(fc.nat(7), { minLength: IDS.length * 4, maxLength: IDS.length * 4 }),
  })
  .map(({ ids, sets, contents, dates: when, groups: stackGroups, conflicts, maxCodesPerOrder, choices }) => {
    const follows: Record<string, string> = {}
    const promotions = ids.map((id, index): Promotion => {
      const [set = 0, group = 0, occasion = 0, percent = 0] = choices.slice(index * 4)
      const named = sets.slice(set % 3).slice(0, 1)
      // One of its own, so that no two occasions swap both their dates and their followers.
      const followed = occasion % 2 === 0 ? NAMES[IDS.indexOf(id) % 2] : undefined
      if (followed) follows[id] = followed
      const own = followed && when[NAMES.indexOf(followed)]
      return createPromotion(id, {
        rank: index + 1,
        schedule: followed ? (own ?? { open: true }) : {},
        stacking: { group: stackGroups[group % stackGroups.length]!, mode: 'group' },
        mechanic: {
          kind: 'markdown',
          reach: named.length > 0 ? { sets: named } : {},
          value: { percent: 1000 + (percent % 3) * 100 },
        },
      })
    })
    const used = new Set(Object.values(follows))
    return {
      store: createStore({ stackGroups, conflicts, maxCodesPerOrder }),
      promotions,
      sets: sets.map((id) => ({ id, name: id, content: contents[NAMES.indexOf(id)]! })),
      occasions: NAMES.filter((id) => used.has(id)).map((id) => {
        return { id, name: id, dates: when[NAMES.indexOf(id)]! }
      }),
      follows,
    }
  })

const isHolding = ({ store, promotions, sets, occasions, follows }: PlanContent): boolean =>
  promotions.every(({ id, schedule, stacking, mechanic }) => {
    const named = 'reach' in mechanic ? (mechanic.reach.sets ?? []) : []
    const occasion = occasions.find((one) => one.id === follows[id])
    return (
      store.stackGroups.includes(stacking!.group) &&
      named.every((set) => sets.some((one) => one.id === set)) &&
      (occasion === undefined || isSameValue(schedule, occasion.dates ?? { open: true }))
    )
  }) && new Set(promotions.map(({ rank }) => rank)).size === promotions.length

const release = (live: PlanContent, working: PlanContent, chosen: ReadonlySet<string>) =>
  applyChanges(live, working, { changes: listChanges(live, working), chosen })

describe('for any two plans', () => {
  test('all changes make the working plan; none, the live one', () => {
    fc.assert(
      fc.property(content, content, (live, working) => {
        const changes = listChanges(live, working)
        const all = release(live, working, new Set(changes.map(({ id }) => id)))
        expect(listChanges(all, working)).toEqual([])
        expect(all).toEqual(working)
        if (changes.length > 0) expect(listChanges(live, release(live, working, new Set()))).toEqual([])
      }),
    )
  })

  test('a choice changes just what was chosen, and what it makes holds together', () => {
    fc.assert(
      fc.property(content, content, fc.array(fc.nat(9)), (live, working, picks) => {
        const changes = listChanges(live, working)
        const picked = picks.flatMap((pick) => changes[pick]?.id ?? [])
        const chosen = new Set(picked.flatMap((id) => [...collectNeeds(changes, id)]))
        expect(findMissingNeeds(changes, chosen)).toEqual([])
        const made = release(live, working, chosen)
        expect(isHolding(made)).toBe(true)
        // Dates that nothing released follows any more are no difference.
        const followed = new Set(Object.values(made.follows).map((id) => `occasion:${id}`))
        const idsOf = (ids: Iterable<string>) =>
          new Set([...ids].filter((id) => !id.startsWith('occasion:') || followed.has(id)))
        const left = changes.flatMap(({ id }) => (chosen.has(id) ? [] : id))
        expect(idsOf(listChanges(made, working).map(({ id }) => id))).toEqual(idsOf(left))
        // Each promotion is as it was, or as it is where it was chosen; those of a chosen occasion have its dates.
        for (const id of IDS) {
          const find = (plan: PlanContent) => plan.promotions.find((promotion) => promotion.id === id)
          const source = find(chosen.has(`promotion:${id}`) ? working : live)
          const schedule = chosen.has(`occasion:${live.follows[id]}`) ? find(made)?.schedule : source?.schedule
          expect(find(made)).toEqual(source && { ...source, schedule, rank: find(made)?.rank })
        }
      }),
    )
  })

  test('one after the other, in any order that their needs allow, they end in the working plan', () => {
    fc.assert(
      fc.property(content, content, fc.infiniteStream(fc.nat(1000)), (live, working, stream) => {
        let made = live
        for (let changes = listChanges(made, working); changes.length > 0; changes = listChanges(made, working)) {
          const pick = stream.next().value! % changes.length
          made = release(made, working, collectNeeds(changes, changes[pick]!.id))
        }
        expect(made.sets.toSorted((a, b) => (a.id < b.id ? -1 : 1))).toEqual(working.sets)
        expect(isSameValue(made.store, working.store)).toBe(true)
        expect(made.promotions.map(({ rank: _rank, ...own }) => own)).toEqual(
          working.promotions.map(({ rank: _rank, ...own }) => own),
        )
      }),
    )
  })

  test('what is left out takes along what needs it, and nothing else', () => {
    fc.assert(
      fc.property(content, content, fc.nat(9), (live, working, pick) => {
        const changes = listChanges(live, working)
        fc.pre(changes.length > 0)
        const out = collectDependents(changes, changes[pick % changes.length]!.id)
        const chosen = new Set(changes.flatMap(({ id }) => (out.has(id) ? [] : id)))
        expect(findMissingNeeds(changes, chosen)).toEqual([])
        for (const { id, needs } of changes) {
          if (out.has(id) && id !== changes[pick % changes.length]!.id)
            expect(needs.some((need) => out.has(need))).toBe(true)
        }
      }),
    )
  })
})

describe('the fewest promotions that move', () => {
  const ordered = (ids: string) => [...ids].map((id, index) => createPromotion(id, { rank: index + 1 }))
  test.each([
    ['abcde', 'abcde', ''],
    ['abcde', 'eabcd', 'e'],
    ['abcde', 'bcdea', 'a'],
    ['abcde', 'xaybc', ''],
    ['abcd', 'badc', 'bd'],
  ])('from %s to %s: %s', (before, after, moved) => {
    expect(
      findMoved(ordered(before), ordered(after))
        .map(({ id }) => id)
        .toSorted()
        .join(''),
    ).toHaveLength(moved.length)
    if (moved.length === 1) expect(findMoved(ordered(before), ordered(after))[0]!.id).toBe(moved)
  })
})
