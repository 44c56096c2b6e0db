import { expect, test } from 'vitest'
import type { Promotion } from '../plan/index.ts'
import { at, compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import { computeDeepest } from './deepest.ts'

const products = [
  createProduct('A', 1000),
  createProduct('B', 2000, { categories: ['pads'] }),
  createProduct('P', 500, { categories: ['paint'] }),
]
const window = { from: at('2027-03-01T00:00'), to: at('2027-03-11T00:00') }
const sale = (id: string, percent: number, changes: Partial<Promotion> = {}) =>
  createPromotion(id, {
    mechanic: { kind: 'markdown', reach: { categories: ['paper'] }, value: { percent } },
    ...changes,
  })

function strips(promotions: Promotion[]) {
  return computeDeepest(compileShop(products, promotions), window, { channel: 'web', facts: {} }).map(
    ({ category, spans }) =>
      `${category}: ${spans.map((span) => `${span.percent / 100} % by ${span.promotions.join('+') || 'none'}`).join(', ')}`,
  )
}

test('the deepest combined reduction of each root category, spans joined', () => {
  const short = { schedule: { start: '2027-03-03T00:00', end: '2027-03-05T00:00' } }
  expect(
    strips([sale('p1', 1000), sale('p2', 2000, { ...short, stacking: { group: 'extra', mode: 'group' } })]),
  ).toEqual(['paper: 10 % by p1, 28 % by p1+p2, 10 % by p1', 'paint: 0 % by none'])
})

test('drafts and rules that act in carts count for nothing', () => {
  const offer = createPromotion('p2', {
    mechanic: { kind: 'item-discount', reach: {}, value: { percent: 5000 } },
    schedule: { start: '2027-03-03T00:00' },
  })
  expect(strips([sale('p1', 1000, { state: 'draft' }), offer])).toEqual(['paper: 0 % by none', 'paint: 0 % by none'])
})

test('the spans cover the window without gap or overlap', () => {
  const weekly = { schedule: { weekly: [{ days: [6, 7], from: '00:00', to: '00:00' }] } }
  const [{ spans }] = computeDeepest(compileShop(products, [sale('p1', 1000, weekly)]), window, {
    channel: 'web',
    facts: {},
  }) as unknown as [{ spans: { from: number; until: number }[] }]
  expect(spans.map(({ from }) => from)).toEqual([window.from, ...spans.slice(0, -1).map(({ until }) => until)])
  expect(spans.at(-1)!.until).toBe(window.to)
  expect(spans).toHaveLength(3)
})
