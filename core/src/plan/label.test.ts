import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import {
  computeOfferFacts,
  computePriceFacts,
  fillDisplay,
  fillLabel,
  findEmptyPlaces,
  findUnknownPlaces,
} from './label.ts'

const format = (place: string, value: number) => (place === 'percent' ? String(value) : (value / 100).toFixed(2))

describe('labels', () => {
  test.each([
    ['{percent} % off', '15 % off'],
    ['now {price} instead of {regular}', 'now 8.50 instead of 10.00'],
    ['save {amount}', 'save 1.50'],
    ['plain', 'plain'],
    ['{percent} and {percent}', '15 and 15'],
  ])('%s', (label, filled) => expect(fillLabel(label, computePriceFacts(1000, 850), format)).toBe(filled))

  test('a place without a fact leaves no label', () => {
    expect(fillLabel('{percent} % off', { price: 100 }, format)).toBeNull()
    expect(fillLabel('{colour}', { price: 100 }, format)).toBeNull()
  })

  test('places that stand for nothing are found', () => {
    expect(findUnknownPlaces('{percent} {colour} {} {price}')).toEqual(['colour', ''])
  })

  test.each([
    ['rounds down, so that nothing is promised that is not there', 999, 667, 33],
    ['nothing off', 1000, 1000, 0],
    ['a price of nothing', 0, 0, 0],
  ])('percent: %s', (_case, regular, price, percent) => expect(computePriceFacts(regular, price).percent).toBe(percent))
})

test.each<[string, Mechanic, object]>([
  ['the last tier counts', breaks([500, 1500]), { percent: 15 }],
  ['a bundle has its price', { kind: 'bundle', parts: [], price: 2500, repeat: 'every' }, { price: 2500 }],
  ['price steps say nothing', { kind: 'price-steps', reach: {} }, {}],
  [
    'what is got counts',
    {
      kind: 'buy-get',
      buy: { reach: {}, quantity: 1 },
      get: { sameSku: true, quantity: 1, value: { percent: 5000 } },
      repeat: 'once',
    },
    { percent: 50 },
  ],
])('what an offer says of itself: %s', (_case, mechanic, facts) => expect(computeOfferFacts(mechanic)).toEqual(facts))

function breaks(percents: number[]): Mechanic {
  const tiers = percents.map((percent, index) => ({ from: index + 2, value: { percent } }))
  return { kind: 'quantity-break', reach: {}, count: 'sku', on: 'all', tiers }
}

describe('titles and descriptions', () => {
  const display = { title: '{percent}% off', description: 'Off {price}', label: '{percent}%' }
  const off = (mechanic: Mechanic, ladder = false) => ({
    mechanic,
    ladder: ladder ? ({ by: 'unitsSold', rungs: [] } as const) : null,
    display,
  })
  test.each<[string, Mechanic, boolean, string | undefined]>([
    ['one figure', breaks([1500]), false, '15% off'],
    ['a figure for each tier', breaks([500, 1500]), false, undefined],
    ['the same for each tier', breaks([500, 500]), false, '5% off'],
    ['a figure that changes as it goes on', breaks([1500]), true, undefined],
  ])('%s', (_case, mechanic, ladder, title) => {
    const promotion = off(mechanic, ladder)
    expect(fillDisplay(promotion, format)).toEqual({ label: '{percent}%', ...(title ? { title } : {}) })
    expect(findEmptyPlaces(promotion)).toEqual([
      ...(title ? [] : [{ key: 'title', place: 'percent' }]),
      { key: 'description', place: 'price' },
    ])
  })
})
