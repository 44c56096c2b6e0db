import { describe, expect, test } from 'vitest'
import { comparePromotions } from './comparePromotions.ts'
import type { Promotion } from './promotion.ts'

const promotion: Promotion = {
  id: 'pads',
  name: 'Pads',
  rank: 1,
  state: 'ready',
  schedule: {},
  code: null,
  when: null,
  mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { percent: 1000 } }] },
  stacking: { group: 'sale', mode: 'group' },
  limits: {},
  ladder: null,
}

/** Another value for each field; a field that is new must be given one. */
const OTHER: { readonly [K in keyof Omit<Required<Promotion>, 'id' | 'rank'>]: Promotion[K] } = {
  name: 'Pads less',
  state: 'paused',
  schedule: { end: '2027-03-01T00:00' },
  code: { text: 'PADS' },
  when: { test: 'signedIn', is: true },
  mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { percent: 2000 } }] },
  stacking: { group: 'sale', mode: 'alone' },
  limits: { uses: 5 },
  ladder: { by: 'hoursLeft', rungs: [{ at: 5, value: { percent: 2000 } }] },
  display: { title: 'Pads' },
  partners: [{ channel: 'market' }],
}

describe('a promotion that differs', () => {
  test.each(Object.keys(OTHER) as (keyof typeof OTHER)[])('in %s alone is a change, and named so', (field) => {
    const changed = { ...promotion, [field]: OTHER[field] }
    const change = { promotion: changed, kind: 'changed', fields: [field] }
    expect(comparePromotions([promotion], [changed])).toEqual([change])
  })
  test('in nothing but its rank is none, however it is written', () => {
    expect(comparePromotions([promotion], [{ ...promotion, rank: 2 }])).toEqual([])
    expect(comparePromotions([promotion], [{ ...promotion, display: {} }])).toEqual([])
  })
})
