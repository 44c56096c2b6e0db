import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Order } from '../terms/index.ts'
import { compileShop, createOrder, createProduct, createPromotion } from '../testing/shop.ts'
import { computeQuote } from './computeQuote.ts'

const tenPercent: Mechanic = { kind: 'item-discount', reach: {}, value: { percent: 1000 } }
const coupon = (id: string, changes: Partial<Promotion>) =>
  createPromotion(id, {
    mechanic: tenPercent,
    stacking: { group: 'extra', mode: 'group' },
    code: { text: 'SPRING' },
    ...changes,
  })

interface Given {
  readonly promotions: readonly Promotion[]
  readonly codes: readonly string[]
  readonly register?: Order['codes']
  readonly facts?: Order['facts']
  readonly max?: number
}

function outcomesOf({ promotions, codes, register = {}, facts = {}, max = 1 }: Given): string[] {
  const plan = compileShop([createProduct('A', 1000)], promotions, { maxCodesPerOrder: max })
  const quote = computeQuote(plan, { ...createOrder({ A: 1 }, { codes }), codes: register, facts })
  return quote.codes.map(({ code, outcome, reason }) => `${code} ${outcome}${reason ? ` ${reason}` : ''}`)
}

describe('codes', () => {
  const spring = coupon('p1', {})
  const other = coupon('p2', { code: { text: 'OTHER' } })
  const batch = coupon('p3', { code: { batch: true } })
  test.each<[string, Given, string[]]>([
    ['without case, spaces and hyphens', { promotions: [spring], codes: ['spr-ing '] }, ['spr-ing  applied']],
    ['the same twice counts once', { promotions: [spring], codes: ['SPRING', 'spring'] }, ['SPRING applied']],
    ['unknown', { promotions: [spring], codes: ['NOPE'] }, ['NOPE refused code-unknown']],
    [
      'one code allowed: the first entered',
      { promotions: [spring, other], codes: ['OTHER', 'SPRING'] },
      ['OTHER applied', 'SPRING refused code-over-limit'],
    ],
    [
      'two allowed',
      { promotions: [spring, other], codes: ['OTHER', 'SPRING'], max: 2 },
      ['OTHER applied', 'SPRING applied'],
    ],
    ['none allowed', { promotions: [spring], codes: ['SPRING'], max: 0 }, ['SPRING refused code-over-limit']],
    [
      'not started',
      { promotions: [coupon('p1', { schedule: { start: '2027-03-09T00:00' } })], codes: ['SPRING'] },
      ['SPRING refused not-started'],
    ],
    ['paused', { promotions: [coupon('p1', { state: 'paused' })], codes: ['SPRING'] }, ['SPRING refused not-ready']],
    [
      'used up, which leaves room for another',
      {
        promotions: [coupon('p1', { limits: { uses: 1 } }), other],
        codes: ['SPRING', 'OTHER'],
        facts: { p1: { uses: 1 } },
      },
      ['SPRING refused used-up', 'OTHER applied'],
    ],
    [
      'a guest and a limit for each shopper',
      { promotions: [coupon('p1', { limits: { usesPerShopper: 1 } })], codes: ['SPRING'] },
      ['SPRING refused sign-in-needed'],
    ],
    [
      'a condition that fails still counts the code',
      {
        promotions: [coupon('p1', { when: { test: 'quantity', reach: {}, op: '>=', count: 2 } }), other],
        codes: ['SPRING', 'OTHER'],
      },
      ['SPRING noEffect', 'OTHER refused code-over-limit'],
    ],
    [
      'of several that share it, the first live one by rank',
      { promotions: [coupon('p1', { state: 'draft' }), coupon('p2', {})], codes: ['SPRING'] },
      ['SPRING applied'],
    ],
    [
      'of a batch, open',
      { promotions: [batch], codes: ['b 1'], register: { B1: { promotion: 'p3', state: 'open' } } },
      ['b 1 applied'],
    ],
    [
      'of a batch, used',
      { promotions: [batch], codes: ['B1'], register: { 'B-1': { promotion: 'p3', state: 'used' } } },
      ['B1 refused code-used'],
    ],
    [
      'of a batch, void',
      { promotions: [batch], codes: ['B1'], register: { B1: { promotion: 'p3', state: 'void' } } },
      ['B1 refused code-void'],
    ],
    [
      'two of one batch: the first',
      {
        promotions: [batch],
        codes: ['B1', 'B2'],
        max: 2,
        register: { B1: { promotion: 'p3', state: 'open' }, B2: { promotion: 'p3', state: 'open' } },
      },
      ['B1 applied', 'B2 refused code-over-limit'],
    ],
  ])('%s', (_label, given, expected) => expect(outcomesOf(given)).toEqual(expected))

  test('without its code a promotion does nothing, and says so', () => {
    const { promotions } = computeQuote(compileShop([createProduct('A', 1000)], [spring]), createOrder({ A: 1 }))
    expect(promotions[0]).toMatchObject({ outcome: 'skipped', reason: 'no-code' })
  })
})
