import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import { arbitraryCase } from '../testing/arbitraryCase.ts'
import { CATEGORIES, createPromotion, createStore, ZONE } from '../testing/shop.ts'
import type { Schedule } from '../terms/index.ts'
import {
  fitsPromotionFile,
  formatPromotionRow,
  PROMOTION_COLUMNS,
  PROMOTION_FORMAT,
  toPromotionRow,
  type PromotionColumn,
  type TabledPromotion,
} from './promotionFile.ts'
import { toPromotion, toPromotionColumn } from './promotionImport.ts'
import { createRowParser } from './tableFile.ts'

const NAMES = {
  categories: CATEGORIES,
  sets: [
    { id: 'set-1', name: 'School list' },
    { id: 'set-2', name: 'Small | things' },
  ],
  campaigns: [{ id: 'spring', name: 'Spring days' }],
}
const COLUMNS = new Map(PROMOTION_COLUMNS.map((name, index) => [name, index]))
const store = createStore({ timeZone: ZONE })
const tabled = (changes: Partial<Promotion> = {}): TabledPromotion => ({
  promotion: createPromotion('p1', changes),
  campaign: 'spring',
  note: 'Ask Mara',
})
const mechanic = (changes: object = {}) =>
  ({ kind: 'markdown', reach: {}, value: { percent: 1500 }, ...changes }) as Mechanic
const cellsOf = (one: TabledPromotion) => formatPromotionRow(toPromotionRow(one, NAMES))

/** Reads cells back, over the present promotion. */
function bringBack(
  cells: readonly string[],
  before: TabledPromotion | null,
  columns: readonly string[] = PROMOTION_COLUMNS,
) {
  const row = createRowParser(COLUMNS, PROMOTION_FORMAT)(cells)
  return Array.isArray(row) ? row : toPromotion(row, { columns, before, id: 'new', names: NAMES, store })
}
/** The cells of a promotion with some replaced. */
function edited(one: TabledPromotion, changes: Partial<Record<PromotionColumn, string>>): string[] {
  return cellsOf(one).map((cell, at) => changes[PROMOTION_COLUMNS[at]!] ?? cell)
}
function taken(result: ReturnType<typeof bringBack>) {
  if (Array.isArray(result)) throw new Error(JSON.stringify(result))
  return result
}

describe('a row brought back as it was', () => {
  test('changes nothing of any promotion that a row holds, whatever else belongs to it', () => {
    let held = 0
    fc.assert(
      fc.property(arbitraryCase({ promotions: 6, units: 1 }), ({ promotions }) => {
        for (const promotion of promotions) {
          const one = { promotion, campaign: 'spring', note: '' }
          if (!fitsPromotionFile(one, NAMES)) continue
          held++
          expect(bringBack(cellsOf(one), one)).toEqual({ ...one, changed: [] })
        }
      }),
      { numRuns: 300 },
    )
    expect(held).toBeGreaterThan(50)
  })

  test('makes the same promotion anew where it is not there', () => {
    const one = tabled({
      mechanic: mechanic({ reach: { categories: ['pads'], sets: ['set-1'], tags: ['new', 'old'] } }),
      schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' },
      display: { title: 'Pads', label: '{percent}% off' },
    })
    const { promotion, campaign, note } = taken(bringBack(edited(one, { id: '' }), null))
    expect({ promotion: { ...promotion, id: 'p1' }, campaign, note }).toEqual(one)
  })
})

test.each<[string, Partial<Promotion>, boolean]>([
  ['a markdown with one value', { mechanic: mechanic() }, true],
  ['a markdown in price bands', { mechanic: mechanic({ value: undefined, bands: [] }) }, false],
  ['one whose price steps', { ladder: { by: 'unitsSold', rungs: [{ at: 0, value: { percent: 500 } }] } }, false],
  ['an order discount with one tier', { mechanic: order([3000]) }, true],
  ['an order discount with two', { mechanic: order([3000, 6000]) }, false],
  ['a set whose name holds what separates names', { mechanic: mechanic({ reach: { sets: ['set-2'] } }) }, false],
  ['a category that is gone', { mechanic: mechanic({ reach: { categories: ['gone'] } }) }, false],
  [
    'more SKUs than a cell holds',
    {
      mechanic: mechanic({
        reach: { skus: Array.from({ length: 900 }, (_, at) => `LONG-ARTICLE-NUMBER-WITH-DIGITS-${at}`) },
      }),
    },
    false,
  ],
])('%s: a row holds it or not', (_case, changes, fits) => {
  expect(fitsPromotionFile(tabled(changes), NAMES)).toBe(fits)
})

function order(limits: readonly number[]): Mechanic {
  const tiers = limits.map((from) => ({ from, value: { amount: 500, per: 'once' as const } }))
  return { kind: 'order-discount', reach: {}, tiers }
}

test.each<[string, Schedule, starts: string, ends: string]>([
  ['whole days', { start: '2027-03-01T00:00', end: '2027-04-01T00:00' }, '2027-03-01', '2027-03-31'],
  ['times of day', { start: '2027-03-01T09:30', end: '2027-03-31T18:00' }, '2027-03-01 09:30', '2027-03-31 18:00'],
  ['no end', { start: '2027-03-01T00:00' }, '2027-03-01', ''],
  ['no dates', {}, '', ''],
])('dates: %s', (_case, schedule, starts, ends) => {
  const one = tabled({ schedule })
  const [startAt, endAt] = [COLUMNS.get('starts')!, COLUMNS.get('ends')!]
  expect([cellsOf(one)[startAt], cellsOf(one)[endAt]]).toEqual([starts, ends])
  const typed = { id: '', starts, ends: ends.length === 10 ? `${ends} 00:00` : ends }
  expect(taken(bringBack(edited(one, typed), null)).promotion.schedule).toEqual(schedule)
})

test('an instant is read on the store’s clock', () => {
  const cells = edited(tabled(), { starts: '2027-06-30T22:00:00Z' })
  expect(taken(bringBack(cells, tabled())).promotion.schedule).toEqual({ start: '2027-07-01T00:00' })
})

describe('cells that were edited', () => {
  test.each<[string, Partial<Promotion>, Partial<Record<PromotionColumn, string>>, object]>([
    [
      'another percentage keeps what it is taken of',
      { mechanic: mechanic({ value: { percent: 1000, of: 'regular' } }) },
      { percent: '12,5' },
      { mechanic: { value: { percent: 1250, of: 'regular' } } },
    ],
    [
      'an amount in place of it',
      {},
      { percent: '', amount: '2' },
      { mechanic: { value: { amount: 200, per: 'unit' } } },
    ],
    [
      'an order discount: what it starts at',
      { mechanic: order([3000]) },
      { minimum: '45.00' },
      { mechanic: { tiers: [{ from: 4500, value: { amount: 500, per: 'once' } }] } },
    ],
    [
      'products: other lists and the exception stay',
      { mechanic: mechanic({ reach: { tags: ['new'], except: { skus: ['A'] } } }) },
      { categories: 'Paper > Pads' },
      { mechanic: { reach: { categories: ['pads'], tags: ['new'], except: { skus: ['A'] } } } },
    ],
    ['a cleared list', { mechanic: mechanic({ reach: { tags: ['new'] } }) }, { tags: '' }, { mechanic: { reach: {} } }],
    [
      'dates: the weekly hours stay, an open date ends',
      { schedule: { open: true, weekly: [{ days: [6], from: '09:00', to: '12:00' }] } },
      { starts: '2027-05-01' },
      { schedule: { start: '2027-05-01T00:00', weekly: [{ days: [6], from: '09:00', to: '12:00' }] } },
    ],
    ['a code', { mechanic: mechanic({ kind: 'item-discount' }) }, { code: 'PADS' }, { code: { text: 'PADS' } }],
    ['no code leaves the codes of a batch', { code: { batch: true } }, { name: 'Other' }, { code: { batch: true } }],
    ['no state leaves the state', { state: 'ready' }, { state: '' }, { state: 'ready' }],
  ])('%s', (_case, changes, cells, expected) => {
    const one = tabled(changes)
    expect(taken(bringBack(edited(one, cells), one)).promotion).toMatchObject(expected)
  })

  test('name what they change', () => {
    const one = tabled({ display: { title: 'Pads', listed: true } })
    const result = taken(bringBack(edited(one, { name: 'Pads', title: '', campaign: '', note: 'No' }), one))
    expect(result.changed).toEqual(['name', 'campaign', 'title', 'note'])
    expect(result).toMatchObject({ campaign: null, note: 'No', promotion: { display: { listed: true } } })
    expect(result.promotion.display).not.toHaveProperty('title')
  })

  test('a column that the file does not have says nothing', () => {
    const one = tabled({ state: 'ready' })
    const result = taken(
      bringBack(edited(one, { percent: '40', note: '', state: '' }), one, ['id', 'name', 'type', 'percent']),
    )
    expect(result.changed).toEqual(['percent'])
    expect(result.note).toBe('Ask Mara')
  })

  test('a new one is a draft in the first group of its type', () => {
    const cells = edited(tabled({ mechanic: order([0]) }), { id: '', state: '', minimum: '' })
    const groups = createStore({
      stackGroups: ['sale', 'multi'],
      apart: [
        ['sale', 'sale'],
        ['multi', 'multi'],
      ],
    })
    const row = createRowParser(COLUMNS, PROMOTION_FORMAT)(cells)
    if (Array.isArray(row)) throw new Error('refused')
    const given = { columns: PROMOTION_COLUMNS, before: null, id: 'new', names: NAMES, store: groups }
    expect(taken(toPromotion(row, given)).promotion).toMatchObject({
      id: 'new',
      state: 'draft',
      stacking: { group: 'multi', mode: 'group' },
      mechanic: { tiers: [{ from: 0, value: { amount: 500, per: 'once' } }] },
    })
  })
})

test.each<[string, Partial<Record<PromotionColumn, string>>, code: string, column: string]>([
  ['another type', { type: 'item discount' }, 'other-type', 'type'],
  ['a type that is none', { type: 'gift' }, 'not-one-of', 'type'],
  ['a state that is none', { state: 'live' }, 'not-one-of', 'state'],
  ['two values', { amount: '3' }, 'one-of-columns', 'amount'],
  ['no value', { percent: '' }, 'one-of-columns', 'percent'],
  ['a percentage as a fraction', { percent: '0.2' }, 'maybe-fraction', 'percent'],
  ['a percentage in words', { percent: 'half' }, 'not-a-rate', 'percent'],
  ['a least order of a markdown', { minimum: '30' }, 'not-allowed', 'minimum'],
  ['a category that is none', { categories: 'Paper > Stones' }, 'unknown-name', 'categories'],
  ['a set that is none', { product_sets: 'Old list' }, 'unknown-name', 'product_sets'],
  ['a campaign that is none', { campaign: 'Winter' }, 'unknown-name', 'campaign'],
  ['a day that is none', { starts: '2027-02-30' }, 'no-such-time', 'starts'],
  ['a day in words', { ends: 'Monday' }, 'not-a-moment', 'ends'],
  ['a day that may be two', { ends: '3/4/2027' }, 'ambiguous-date', 'ends'],
  ['no name', { name: '' }, 'required', 'name'],
])('%s is refused at its column', (_case, changes, code, column) => {
  const one = tabled()
  const problems = bringBack(edited(one, changes), one)
  if (!Array.isArray(problems)) throw new Error('taken')
  expect(problems.map((problem) => [problem.code, problem.path])).toContainEqual([code, column])
})

test.each([
  ['name', 'name'],
  ['mechanic.value.percent', 'percent'],
  ['mechanic.value.price', 'price'],
  ['mechanic.tiers.0.from', 'minimum'],
  ['mechanic.tiers.0.value.amount', 'amount'],
  ['mechanic.reach.skus.3', 'skus'],
  ['schedule.end', 'ends'],
  ['schedule.start', 'starts'],
  ['display.label', 'label'],
  ['limits.units', 'type'],
])('what is wrong at %s is told at the column %s', (path, column) => {
  expect(toPromotionColumn(path)).toBe(column)
})

test('an order discount has no price', () => {
  const cells = edited(tabled({ mechanic: order([3000]) }), { id: '', amount: '', price: '5' })
  expect(bringBack(cells, null)).toEqual([{ code: 'not-allowed', path: 'price' }])
})
