import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { formatAmount, MAX_TYPED_MINOR, parseAmount, parsePercent } from './amount.ts'

describe('parseAmount', () => {
  test.each([
    ['12.5', 1250],
    ['12,50', 1250],
    ['€ 12.50', 1250],
    ['12.50 €', 1250],
    ['12 EUR', 1200],
    ['1.234,50', 123_450],
    ['1,234.50', 123_450],
    ['1 234,50', 123_450],
    ['1.234', 123_400],
    ['0.5', 50],
    ['0', 0],
    ['1.234.567', 123_456_700],
  ])('%s', (text, expected) => expect(parseAmount(text)).toBe(expected))

  test.each([
    '',
    'ten',
    '12.34,5',
    '1.2.3',
    '-1',
    '1e3',
    '12,5,0',
    '12.5.0',
    '0.123',
    '10 %',
    '1,23,456.00',
    '99999999999999',
  ])('refuses %j', (text) => expect(parseAmount(text)).toBeNull())

  test('reads back what formatAmount writes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: MAX_TYPED_MINOR }), (amount) => {
        expect(parseAmount(formatAmount(amount))).toBe(amount)
      }),
    )
  })
})

test.each([
  ['10', 1000],
  ['10%', 1000],
  ['10 %', 1000],
  ['10 percent', 1000],
  ['10 per cent', 1000],
  ['10,5', 1050],
  ['33.33', 3333],
  ['120 %', 12_000],
  ['ten', null],
  ['', null],
  ['1.234', null],
  ['-5', null],
])('parsePercent(%j) is %j', (text, expected) => expect(parsePercent(text)).toBe(expected))

test.each([
  [1250, '12.50'],
  [5, '0.05'],
  [0, '0.00'],
  [-253, '−2.53'],
  [123_456, '1234.56'],
])('formatAmount(%j) is %s', (amount, expected) => expect(formatAmount(amount)).toBe(expected))
