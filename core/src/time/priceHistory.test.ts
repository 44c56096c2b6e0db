import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Promotion } from '../plan/index.ts'
import { compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import { addDays, DAY_MS, toInstant, type LocalDateTime } from '../values/index.ts'
import {
  computePriceHistory,
  computePriorPrice,
  computeStruckPrice,
  overlaySpans,
  type HistorySpan,
} from './priceHistory.ts'
import { computePublicPrice } from './timeline.ts'

const ZONE = 'Europe/Vienna'
const at = (local: LocalDateTime) => toInstant(local, ZONE)
const GUEST = { channel: 'web', facts: {} }
const product = createProduct('A', 1000)
const sale = (id: string, percent: number, start: LocalDateTime, end: LocalDateTime): Promotion =>
  createPromotion(id, {
    mechanic: { kind: 'markdown', reach: {}, value: { percent } },
    schedule: { start, end },
    stacking: { group: 'sale', mode: 'group' },
  })
const span = (from: LocalDateTime, until: LocalDateTime, price: number, regular = 1000): HistorySpan => ({
  from: at(from),
  until: at(until),
  price,
  regular,
  promotions: price < regular ? ['p'] : [],
  source: 'release',
  release: price < regular ? 1 : null,
})

test('epochs follow each other: a release, a new regular price, with the sale of each plan', () => {
  const first = compileShop([product], [sale('p1', 1000, '2027-01-10T00:00', '2027-01-20T00:00')])
  const second = compileShop([product], [])
  const epochs = [
    { from: at('2027-01-01T00:00'), until: at('2027-01-15T12:00'), plan: first, regular: 1000, release: 1 },
    { from: at('2027-01-15T12:00'), until: at('2027-02-01T00:00'), plan: second, regular: 1000, release: 2 },
    { from: at('2027-02-01T00:00'), until: at('2027-03-01T00:00'), plan: second, regular: 1200, release: 2 },
  ]
  expect(computePriceHistory(product, epochs, GUEST)).toEqual([
    { ...span('2027-01-01T00:00', '2027-01-10T00:00', 1000), promotions: [] },
    { ...span('2027-01-10T00:00', '2027-01-15T12:00', 900), promotions: ['p1'] },
    { ...span('2027-01-15T12:00', '2027-02-01T00:00', 1000), promotions: [] },
    { ...span('2027-02-01T00:00', '2027-03-01T00:00', 1200, 1200), promotions: [] },
  ])
})

test('a regular price that falls under a sale at one price is told, and is all that may be struck', () => {
  const steps = createPromotion('p1', {
    mechanic: { kind: 'price-steps', reach: {} },
    ladder: {
      by: 'date',
      rungs: [
        { at: '2027-01-01T00:00', value: { price: 1000 } },
        { at: '2027-01-15T00:00', value: { price: 900 } },
      ],
    },
    stacking: undefined,
  })
  const fixed = createPromotion('p2', {
    mechanic: { kind: 'markdown', reach: {}, value: { price: 800 } },
    schedule: { start: '2027-01-10T00:00', end: '2027-01-20T00:00' },
  })
  const plan = compileShop([product], [steps, fixed])
  const epochs = [{ from: at('2027-01-01T00:00'), until: at('2027-02-01T00:00'), plan, regular: 1100, release: 1 }]
  const history = computePriceHistory(product, epochs, GUEST)
  expect(history.map(({ from, price, regular }) => [from, price, regular])).toEqual([
    [at('2027-01-01T00:00'), 1000, 1000],
    [at('2027-01-10T00:00'), 800, 1000],
    [at('2027-01-15T00:00'), 800, 900],
    [at('2027-01-20T00:00'), 900, 900],
  ])
  const struckAt = (now: number) =>
    computeStruckPrice(
      history.findLast(({ from }) => from <= now)!,
      computePriorPrice(history, now)?.price ?? null,
    )
  expect([struckAt(at('2027-01-12T00:00')), struckAt(at('2027-01-16T00:00'))]).toEqual([1000, 900])
})

describe('spans over others', () => {
  const all = span('2027-01-01T00:00', '2027-02-01T00:00', 1000)
  const sold = (from: LocalDateTime, until: LocalDateTime) => span(from, until, 800)
  test.each<[string, HistorySpan[], HistorySpan[], [string, number][]]>([
    ['nothing over them', [all], [], [['2027-01-01T00:00', 1000]]],
    [
      'one in the middle',
      [all],
      [sold('2027-01-10T00:00', '2027-01-20T00:00')],
      [
        ['2027-01-01T00:00', 1000],
        ['2027-01-10T00:00', 800],
        ['2027-01-20T00:00', 1000],
      ],
    ],
    [
      'one at each end, and two that go on',
      [all],
      [
        sold('2027-01-01T00:00', '2027-01-02T00:00'),
        sold('2027-01-20T00:00', '2027-01-25T00:00'),
        sold('2027-01-25T00:00', '2027-02-01T00:00'),
      ],
      [
        ['2027-01-01T00:00', 800],
        ['2027-01-02T00:00', 1000],
        ['2027-01-20T00:00', 800],
      ],
    ],
    ['one over the whole', [all], [sold('2027-01-01T00:00', '2027-02-01T00:00')], [['2027-01-01T00:00', 800]]],
    ['nothing under them', [], [sold('2027-01-01T00:00', '2027-02-01T00:00')], [['2027-01-01T00:00', 800]]],
  ])('%s', (_label, under, over, expected) => {
    const spans = overlaySpans(under, over)
    expect(spans.map(({ from, price }) => [from, price])).toEqual(
      expected.map(([from, price]) => [at(from as LocalDateTime), price]),
    )
    expect(spans.at(-1)!.until).toBe(at('2027-02-01T00:00'))
  })
})

describe('the prior price', () => {
  const NOW = at('2027-03-10T12:00')
  const running = span('2027-03-01T00:00', '2027-03-20T00:00', 800)
  test.each<[string, HistorySpan[], number | null]>([
    ['the regular price of the days before', [span('2027-01-01T00:00', '2027-03-01T00:00', 1000), running], 1000],
    [
      'a short sale in the days before',
      [
        span('2027-01-01T00:00', '2027-02-10T00:00', 1000),
        span('2027-02-10T00:00', '2027-02-11T00:00', 700),
        span('2027-02-11T00:00', '2027-03-01T00:00', 1000),
        running,
      ],
      700,
    ],
    [
      'a sale that ended a moment before the days that count',
      [span('2027-01-01T00:00', '2027-01-30T00:00', 700), span('2027-01-30T00:00', '2027-03-01T00:00', 1000), running],
      1000,
    ],
    [
      'a sale whose last minute counts',
      [span('2027-01-01T00:00', '2027-01-30T00:01', 700), span('2027-01-30T00:01', '2027-03-01T00:00', 1000), running],
      700,
    ],
    [
      'one reduction after another without a gap counts as one',
      [span('2027-01-01T00:00', '2027-02-20T00:00', 1000), span('2027-02-20T00:00', '2027-03-01T00:00', 900), running],
      1000,
    ],
    [
      'a product younger than that: since its launch',
      [span('2027-02-25T00:00', '2027-03-01T00:00', 950, 950), running],
      950,
    ],
    ['reduced from its first day', [running], null],
  ])('%s', (_case, history, price) => expect(computePriorPrice(history, NOW)).toMatchObject({ price }))

  test('without a reduction there is none', () => {
    expect(computePriorPrice([span('2027-01-01T00:00', '2027-04-01T00:00', 1000)], NOW)).toBeNull()
    expect(computePriorPrice([], NOW)).toBeNull()
  })
})

test.each([
  ['the regular price', 800, 1000, 1000, 1000],
  ['never above the prior price', 800, 1000, 900, 900],
  ['nothing where the prior price is not higher', 800, 1000, 800, null],
  ['nothing where it was cheaper before', 800, 1000, 700, null],
  ['nothing where nothing is known', 800, 1000, null, null],
  ['nothing without a reduction', 1000, 1000, 1000, null],
])('struck: %s', (_case, price, regular, prior, struck) =>
  expect(computeStruckPrice({ price, regular }, prior)).toBe(struck),
)

test('against a replay hour by hour, over both clock changes', () => {
  const day = fc.integer({ min: 0, max: 300 })
  const sales = fc.array(
    fc.record({ start: day, days: fc.integer({ min: 1, max: 40 }), percent: fc.integer({ min: 100, max: 6000 }) }),
    {
      maxLength: 4,
    },
  )
  fc.assert(
    fc.property(sales, day, fc.integer({ min: 0, max: 23 }), (drawn, today, hour) => {
      const local = (offset: number): LocalDateTime => `${addDays('2027-01-01', offset)}T00:00`
      const promotions = drawn.map(({ start, days, percent }, index) => ({
        ...sale(`p${index}`, percent, local(start), local(start + days)),
        rank: index + 1,
      }))
      const plan = compileShop([product], promotions)
      const [from, until] = [at(local(0)), at(local(340))]
      const history = computePriceHistory(product, [{ from, until, plan, regular: 1000, release: 1 }], GUEST)
      const now = at(local(today)) + hour * 3_600_000
      const priceAt = (instant: number) => computePublicPrice(plan, product, instant, GUEST).price
      expect(history.find((one) => one.from <= now && now < one.until)?.price).toBe(priceAt(now))

      let began = now - ((now - from) % 3_600_000)
      if (priceAt(now) === 1000) {
        expect(computePriorPrice(history, now)).toBeNull()
        return
      }
      while (began > from && priceAt(began - 3_600_000) < 1000) began -= 3_600_000
      let lowest: number | null = null
      for (
        let hourBefore = began - 3_600_000;
        hourBefore >= Math.max(from, began - 30 * DAY_MS);
        hourBefore -= 3_600_000
      )
        lowest = Math.min(lowest ?? Infinity, priceAt(hourBefore))
      expect(computePriorPrice(history, now)).toMatchObject({ began, price: lowest })
    }),
    { numRuns: 60 },
  )
})
