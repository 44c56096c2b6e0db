import { expect, test } from 'vitest'
import type { Value } from '../terms/index.ts'
import { computeReading, READS_ALIKE, writeOtherWay, type Reading } from './reading.ts'

const off = (amount: number): Value => ({ amount, per: 'unit' })

test.each<[label: string, Value, price: number, Reading | null]>([
  ['10 % of 12.00', { percent: 1000 }, 1200, { percent: 1000, amount: 120, larger: 'percent' }],
  ['10 % of just under 100', { percent: 1000 }, READS_ALIKE - 10, { percent: 1000, amount: 999, larger: 'percent' }],
  ['10 % of 100.00', { percent: 1000 }, READS_ALIKE, { percent: 1000, amount: 1000, larger: 'same' }],
  ['10 % of 250.00', { percent: 1000 }, 25_000, { percent: 1000, amount: 2500, larger: 'amount' }],
  ['3.00 off 12.00', off(300), 1200, { percent: 2500, amount: 300, larger: 'percent' }],
  ['30.00 off 250.00', off(3000), 25_000, { percent: 1200, amount: 3000, larger: 'amount' }],
  ['more off than it costs', off(300), 200, { percent: 10_000, amount: 200, larger: 'percent' }],
  ['a fixed price', { price: 900 }, 1200, null],
  ['an amount off in total', { amount: 300, per: 'once' }, 1200, null],
  ['a product of no price', { percent: 1000 }, 0, null],
])('%s', (_label, value, price, reading) => {
  expect(computeReading(value, price)).toEqual(reading)
})

test.each<[label: string, Value, price: number, Value | null]>([
  ['a percentage as the amount that it comes to', { percent: 1000, of: 'regular' }, 1295, off(130)],
  ['an amount as a whole percentage', off(300), 1300, { percent: 2300 }],
  ['never less than one percent', off(1), 1000, { percent: 100 }],
  ['nothing off is nothing to write', { percent: 100 }, 40, null],
  ['a fixed price stays', { price: 1 }, 100, null],
])('written otherwise: %s', (_label, value, price, other) => {
  expect(writeOtherWay(value, price)).toEqual(other)
})
