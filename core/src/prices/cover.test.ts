import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { computeCover, computeExpectedSales, SALES_DAYS } from './cover.ts'

describe('how long the stock lasts', () => {
  test.each<[number | null, number | null, number | null]>([
    [30, 30, 30],
    [29, 30, 29],
    [1, 31, 0],
    [0, 5, 0],
    [100, 1, 3000],
    [100, 0, null],
    [null, 5, null],
    [100, null, null],
  ])('%j in stock, %j sold in 30 days: %j days', (stock, sold, days) => {
    expect(computeCover(stock, sold)).toBe(days)
  })
  test('it is enough for that many days, and not for one more', () => {
    const figure = fc.integer({ min: 1, max: 100_000 })
    fc.assert(
      fc.property(figure, figure, (stock, sold) => {
        const days = computeCover(stock, sold)!
        expect((sold * days) / SALES_DAYS).toBeLessThanOrEqual(stock)
        expect((sold * (days + 1)) / SALES_DAYS).toBeGreaterThan(stock)
      }),
    )
  })
})

describe('what sells in some days', () => {
  test.each([
    [30, 7, 7],
    [1, 1, 1],
    [0, 400, 0],
    [10, 14, 5],
  ])('%i sold in 30 days: in %i days %i, part of a unit counting as one', (sold, days, expected) => {
    expect(computeExpectedSales(sold, days)).toBe(expected)
  })
})
