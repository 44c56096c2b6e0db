import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Stacking } from '../terms/index.ts'
import { compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import { toInstant } from '../values/index.ts'
import { computeMeetings } from './meetings.ts'

const ZONE = 'Europe/Vienna'
const NOW = toInstant('2027-03-10T09:00', ZONE)
const sale: Mechanic = { kind: 'markdown', reach: {}, value: { percent: 1000 } }
const half: Mechanic = { kind: 'item-discount', reach: {}, value: { percent: 5000 } }
const one = (rank: number, mechanic: Mechanic, changes: Partial<Promotion> = {}) =>
  createPromotion(`p${rank}`, { rank, mechanic, stacking: { group: 'extra', mode: 'group' }, ...changes })
const meet = (...promotions: Promotion[]) => {
  const plan = compileShop([createProduct('A', 1000)], promotions)
  return computeMeetings(plan, plan.catalogue.products[0]!, NOW, { channel: 'web', facts: {} })
}
const inGroup = (group: string, mode: Stacking['mode'] = 'group') => ({ stacking: { group, mode } })

describe('two on one product', () => {
  test.each<[string, Promotion, Promotion, string]>([
    ['groups that go together', one(1, sale, inGroup('sale')), one(2, half), 'together'],
    ['groups that are apart', one(1, sale, inGroup('sale')), one(2, half, inGroup('sale')), 'apart'],
    ['one alone on an item', one(1, sale, inGroup('extra', 'alone')), one(2, half), 'apart'],
    ['nothing after the first', one(1, sale, inGroup('extra', 'closes')), one(2, half), 'apart'],
    [
      'nothing after the second, which comes first by phase',
      one(1, half, inGroup('extra', 'closes')),
      one(2, sale),
      'together',
    ],
    [
      'one is over when the other begins',
      one(1, sale, { schedule: { end: '2027-03-12T00:00' } }),
      one(2, half, { schedule: { start: '2027-03-12T00:00' } }),
      'never',
    ],
    ['dates still open', one(1, sale), one(2, half, { schedule: { open: true } }), 'never'],
  ])('%s', (_case, first, second, meeting) => {
    expect(meet(first, second).meetings).toEqual([
      [null, meeting],
      [meeting, null],
    ])
  })
})

test('drafts, what is over and what looks elsewhere are left out', () => {
  const elsewhere = { ...sale, reach: { skus: ['B'] } } as Mechanic
  const { promotions } = meet(
    one(1, sale, { state: 'draft' }),
    one(2, sale, { schedule: { end: '2027-03-10T09:00' } }),
    one(3, elsewhere),
    one(4, half),
  )
  expect(promotions).toEqual(['p4'])
})

test('the stretch with the lowest shelf price, with what makes it', () => {
  const later = one(2, { ...sale, value: { percent: 3000 } } as Mechanic, {
    schedule: { start: '2027-04-01T00:00', end: '2027-04-05T00:00' },
    ...inGroup('sale'),
  })
  expect(meet(one(1, sale, inGroup('sale')), later).lowest).toMatchObject({
    from: toInstant('2027-04-01T00:00', ZONE),
    price: 700,
    promotions: ['p2'],
  })
})
