import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Promotion } from '../plan/index.ts'
import type { PromotionFacts } from '../terms/index.ts'
import { compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import { createPastFacts, type CountEvent } from './pastFacts.ts'
import { computePriceSpans, computePublicPrice } from './timeline.ts'

const product = createProduct('A', 1000)
const event = (at: number, units: number, changes: Partial<CountEvent> = {}): CountEvent => ({
  promotion: 'p1',
  at,
  uses: Math.sign(units),
  units,
  given: units * 100,
  ...changes,
})
const used = (uses: number, units: number, given: number) => new Map([['p1', { uses, units, given }]])
const rungs = (...given: [number, number][]) => given.map(([at, price]) => ({ at, value: { price } }))
const early: Partial<Promotion> = { ladder: { by: 'unitsSold', rungs: rungs([0, 600], [2, 700], [4, 800]) } }

/** The prices of product A through 0 <= t < 100, each with the instant at which it began. */
function spansOf(changes: Partial<Promotion>, past: ReturnType<typeof createPastFacts>): [number, number][] {
  const mechanic = { kind: 'markdown', reach: {}, value: { price: 500 } } as const
  const plan = compileShop([product], [createPromotion('p1', { mechanic, ...changes })])
  const guest = { channel: '', facts: {}, past }
  return computePriceSpans(plan, product, { from: 0, to: 100 }, guest).map(({ from, price }) => [from, price])
}

describe('the past is priced with what had been used up then', () => {
  test.each<[string, Partial<Promotion>, CountEvent[], [number, number, number], [number, number][]]>([
    ['rung by rung', early, [event(10, 1), event(20, 1), event(30, 2)], [3, 4, 400], [[0, 600], [20, 700], [30, 800]]],
    ['two at one instant are one step', early, [event(10, 1), event(10, 3)], [2, 4, 400], [[0, 600], [10, 800]]],
    ['one order cancelled', early, [event(10, 2), event(30, -2)], [0, 0, 0], [[0, 600], [10, 700], [30, 600]]],
    ['what was sold before counts', early, [event(10, 1)], [4, 3, 300], [[0, 700]]],
    ['more than before the first event', early, [event(50, 2)], [2, 4, 400], [[0, 700], [50, 800]]],
    ['the last unit', { limits: { units: 2 } }, [event(10, 1), event(20, 1)], [2, 2, 200], [[0, 500], [20, 1000]]],
    ['the last use', { limits: { uses: 2 } }, [event(10, 5), event(20, 5)], [2, 10, 0], [[0, 500], [20, 1000]]],
    [
      'a budget that stops',
      { limits: { budget: 300, budgetStops: true } },
      [event(10, 2), event(20, 1)],
      [2, 3, 300],
      [[0, 500], [20, 1000]],
    ],
    ['a budget that does not', { limits: { budget: 300 } }, [event(10, 3)], [1, 3, 300], [[0, 500]]],
    [
      'sold elsewhere, without an order',
      { limits: { units: 2 } },
      [event(10, 2, { uses: 0, given: 0 })],
      [0, 2, 0],
      [[0, 500], [10, 1000]],
    ],
    [
      'a refill at one left',
      { limits: { units: 2, refills: [{ at: { unitsLeft: 1 }, add: 2 }] } },
      [event(10, 1), event(20, 1), event(30, 2)],
      [3, 4, 400],
      [[0, 500], [30, 1000]],
    ],
    ['another promotion’s orders', early, [event(10, 9, { promotion: 'p2' })], [0, 0, 0], [[0, 600]]],
  ])('%s', (_label, changes, events, now, expected) => {
    expect(spansOf(changes, createPastFacts(used(...now), events))).toEqual(expected)
    expect(spansOf(changes, createPastFacts(used(...now), events.toReversed()))).toEqual(expected)
  }) // oxfmt-ignore

  test('nothing known is nothing used up', () => {
    expect(spansOf(early, createPastFacts(new Map(), [event(10, 2)]))).toEqual([[0, 600]])
  })
})

const arbitraryEvents = fc.array(
  fc.record({
    promotion: fc.constant('p1'),
    at: fc.integer({ min: 1, max: 99 }),
    uses: fc.integer({ min: -1, max: 1 }),
    units: fc.integer({ min: -2, max: 3 }),
    given: fc.integer({ min: -200, max: 300 }),
  }),
  { maxLength: 12 },
)

test('at each instant the price is the one of the sums until then', () => {
  let switched = 0
  fc.assert(
    fc.property(
      arbitraryEvents,
      fc.constantFrom<Partial<Promotion>>(
        early,
        { limits: { units: 4 }, ladder: { by: 'unitsLeft', rungs: rungs([1, 900], [3, 800]) } },
        { limits: { uses: 2, units: 5, refills: [{ at: { unitsLeft: 2 }, add: 1 }] } },
        { limits: { budget: 400, budgetStops: true } },
      ),
      (events, changes) => {
        const sum = (key: 'uses' | 'units' | 'given', until: number) =>
          events.filter(({ at }) => at <= until).reduce((total, one) => total + one[key], 0)
        const now = used(sum('uses', 100), sum('units', 100), sum('given', 100))
        const spans = spansOf(changes, createPastFacts(now, events))
        switched += spans.length - 1
        const mechanic = { kind: 'markdown', reach: {}, value: { price: 500 } } as const
        const plan = compileShop([product], [createPromotion('p1', { mechanic, ...changes })])
        for (let at = 0; at < 100; at++) {
          const figure = (key: 'uses' | 'units' | 'given') => Math.max(0, sum(key, at))
          const facts: PromotionFacts = {
            uses: figure('uses'),
            unitsSold: figure('units'),
            discountGiven: figure('given'),
          }
          const { price } = computePublicPrice(plan, product, at, { channel: '', facts: { p1: facts } })
          expect(spans.findLast(([from]) => from <= at)![1]).toBe(price)
        }
      },
    ),
    { numRuns: 300 },
  )
  expect(switched).toBeGreaterThan(100)
})
