import { FREE, type BuyGet, type Mechanic } from '@novalex/core'
import { expect, test } from 'vitest'
import { describeFloor } from './describeFloor.ts'

const floor = { enforce: true, minMargin: 1000 }
const half = { percent: 5000 }
const give = (value: BuyGet['get']['value']): Mechanic => ({
  kind: 'buy-get',
  buy: { quantity: 2, reach: {} },
  get: { quantity: 1, sameSku: true, value },
  repeat: 'once',
})

test.each<[string, Mechanic, RegExp]>([
  ['a sale', { kind: 'markdown', reach: {}, value: half }, /^The floor holds: .* with 10 % on top/],
  ['regular prices', { kind: 'price-steps', reach: { skus: ['a'] } }, /^No floor holds regular prices/],
  ['a free reward', give(FREE), /^What is free is free/],
  ['a reduced reward', give(half), /^The floor holds/],
  ['delivery', { kind: 'delivery', basis: 'current', tiers: [{ from: 0, value: FREE }] }, /^$/],
])('%s', (_name, mechanic, sentence) => expect(describeFloor(mechanic, floor)).toMatch(sentence))

test('a store without a floor', () => {
  expect(describeFloor(give(FREE), { ...floor, enforce: false })).toBe('The store enforces no floor.')
})
