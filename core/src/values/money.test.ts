import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { percentOf, roundHalfUp, taxOn } from './money.ts'

describe('roundHalfUp', () => {
  test.each([
    ['just below a half', 249, 100, 2],
    ['a half goes up', 250, 100, 3],
    ['just above a half', 251, 100, 3],
    ['zero', 0, 7, 0],
    ['an odd divisor below its half', 3, 7, 0],
    ['an odd divisor above its half', 4, 7, 1],
  ])('%s', (_label, numerator, denominator, expected) => {
    expect(roundHalfUp(numerator, denominator)).toBe(expected)
  })

  test('agrees with exact arithmetic, beyond the safe integers too', () => {
    const whole = fc.bigInt({ min: 0n, max: 10n ** 20n })
    fc.assert(
      fc.property(whole, fc.bigInt({ min: 1n, max: 10n ** 8n }), (numerator, denominator) => {
        const floor = numerator / denominator
        const isHalf = (numerator % denominator) * 2n >= denominator
        expect(roundHalfUp(numerator, denominator)).toBe(Number(isHalf ? floor + 1n : floor))
      }),
    )
  })

  test('the fast way and the exact way give the same', () => {
    const small = fc.integer({ min: 0, max: 2 ** 40 })
    fc.assert(
      fc.property(small, fc.integer({ min: 1, max: 10 ** 8 }), (numerator, denominator) => {
        expect(roundHalfUp(numerator, denominator)).toBe(roundHalfUp(BigInt(numerator), BigInt(denominator)))
      }),
    )
  })
})

describe('percentOf', () => {
  test.each([
    ['15 % of 12.90 is 1.94', 1290, 1500, 194],
    ['all of it', 999, 10_000, 999],
    ['nothing of it', 999, 0, 0],
    ['a sum whose product is beyond a double', 900_000_000_000_000, 1234, 111_060_000_000_000],
  ])('%s', (_label, amount, rate, expected) => {
    expect(percentOf(amount, rate)).toBe(expected)
  })
})

test.each([
  ['included in 12.00 at 20 %', 1200, 2000, true, 200],
  ['on top of 10.00 at 20 %', 1000, 2000, false, 200],
  ['included, rounded half up', 3, 10_000, true, 2],
  ['no tax', 1200, 0, true, 0],
])('tax %s', (_label, total, rate, included, expected) => {
  expect(taxOn(total, rate, included)).toBe(expected)
})
