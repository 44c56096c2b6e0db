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
  ['a sale', { kind: 'markdown', reach: {}, value: half }, /^Price floor: cost plus 10%/],
  [
    'regular prices',
    { kind: 'price-steps', reach: { skus: ['a'] } },
    /^The price floor doesn’t apply to regular prices/,
  ],
  ['a free reward', give(FREE), /^Free items may go below/],
  ['a reduced reward', give(half), /^Price floor: cost plus/],
  ['delivery', { kind: 'delivery', basis: 'current', tiers: [{ from: 0, value: FREE }] }, /^$/],
])('%s', (_name, mechanic, sentence) => expect(describeFloor(mechanic, floor)).toMatch(sentence))

test('a store without a floor', () => {
  expect(describeFloor(give(FREE), { ...floor, enforce: false })).toBe('The store doesn’t enforce the price floor.')
})
