import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Rounding, Value } from '../terms/index.ts'
import { computeMarkdown, computeReduction, roundPrice } from './value.ts'

describe('computeReduction', () => {
  test.each<[string, Value, number, number, number]>([
    ['15 % of 12.90', { percent: 1500 }, 1290, 1290, 194],
    ['percent of the current price', { percent: 1000 }, 2000, 1000, 100],
    ['percent of the regular price', { percent: 1000, of: 'regular' }, 2000, 1000, 200],
    ['an amount', { amount: 300, per: 'unit' }, 1000, 1000, 300],
    ['an amount above the price', { amount: 3000, per: 'unit' }, 1000, 1000, 1000],
    ['a price', { price: 700 }, 1000, 1000, 300],
    ['a price above the current one', { price: 1500 }, 1000, 1000, 0],
    ['everything', { percent: 10_000 }, 1000, 1000, 1000],
  ])('%s', (_label, value, regular, current, expected) => {
    expect(computeReduction(value, regular, current)).toBe(expected)
  })
})

describe('roundPrice', () => {
  const ninetyFive = { step: 100, ending: 95 }
  test.each<[string, number, Rounding, number]>([
    ['nearest, below', 540, { to: 'nearest', ...ninetyFive }, 495],
    ['nearest, a tie goes down', 545, { to: 'nearest', ...ninetyFive }, 495],
    ['nearest, above', 546, { to: 'nearest', ...ninetyFive }, 595],
    ['up', 496, { to: 'up', ...ninetyFive }, 595],
    ['up, already there', 495, { to: 'up', ...ninetyFive }, 495],
    ['down', 594, { to: 'down', ...ninetyFive }, 495],
    ['down, below the first ending', 90, { to: 'down', ...ninetyFive }, -5],
    ['whole euros', 1049, { to: 'nearest', step: 100 }, 1000],
  ])('%s', (_label, price, rounding, expected) => expect(roundPrice(price, rounding)).toBe(expected))
})

describe('computeMarkdown', () => {
  const nearest: Rounding = { to: 'nearest', step: 100, ending: 95 }
  const unit = (current: number, floor: number) => ({ regular: current, current, floor })
  test.each<[string, Value, Rounding | undefined, number, number, number, boolean]>([
    ['cut to the floor', { percent: 5000 }, undefined, 1000, 770, 770, true],
    ['rounded', { percent: 5000 }, nearest, 1000, 0, 495, false],
    ['rounded below the floor: the next ending above it', { percent: 5000 }, nearest, 1000, 770, 795, true],
    ['no ending between floor and price: the floor', { percent: 5000 }, nearest, 794, 770, 770, true],
    [
      'rounding that would raise: the unrounded price',
      { amount: 10, per: 'unit' },
      { ...nearest, to: 'up' },
      590,
      0,
      580,
      false,
    ],
    ['rounding below 1: the unrounded price', { percent: 5000 }, { ...nearest, to: 'down' }, 100, 0, 50, false],
    ['at its floor', { percent: 5000 }, undefined, 770, 770, 770, true],
    ['below its floor', { percent: 5000 }, undefined, 600, 770, 600, true],
    ['a price that is not lower', { price: 1500 }, undefined, 1000, 0, 1000, false],
  ])('%s', (_label, value, rounding, current, floor, expected, cutByFloor) => {
    const result = computeMarkdown(value, rounding, unit(current, floor))
    expect({ price: current - result.amount, cutByFloor: result.cutByFloor }).toEqual({ price: expected, cutByFloor })
  })

  test('never raises a price and never goes below the floor', () => {
    const price = fc.integer({ min: 0, max: 20_000 })
    const value: fc.Arbitrary<Value> = fc.oneof(
      fc.record({ percent: fc.integer({ min: 1, max: 10_000 }) }),
      fc.record({ amount: fc.integer({ min: 1, max: 5000 }), per: fc.constant('unit' as const) }),
      fc.record({ price }),
    )
    const rounding = fc.option(
      fc.record({
        to: fc.constantFrom('nearest' as const, 'up' as const, 'down' as const),
        step: fc.constantFrom(5, 10, 50, 100),
        ending: fc.constantFrom(0, 4),
      }),
      { nil: undefined },
    )
    fc.assert(
      fc.property(value, rounding, price, price, (what, how, current, floor) => {
        const after = current - computeMarkdown(what, how, unit(current, floor)).amount
        expect(after).toBeLessThanOrEqual(current)
        expect(after).toBeGreaterThanOrEqual(Math.min(floor, current))
      }),
    )
  })
})
