import { QuoteCaseSchema } from '@novalex/contract'
import { describe, expect, test } from 'vitest'
import { CASE } from '../../../scripts/testing/quoteCase.ts'
import { checkShape } from './validate.ts'

const promotion = CASE.plan.promotions[0]!
const problemsOf = (changes: object) => {
  const found = checkShape(QuoteCaseSchema, { ...CASE, plan: { promotions: [{ ...promotion, ...changes }] } })
  return found.map(({ code, path }) => `${code} ${path.replace('plan.promotions.0.', '')}`)
}
const reach = {}
const tiers = [{ from: 1, value: { percent: 1000 } }]

describe('the plan file’s schema refuses at its place', () => {
  test.each<[string, object, string]>([
    ['an unknown mechanic', { mechanic: { kind: 'magic', reach } }, 'not-in-list mechanic.kind'],
    [
      'an unknown key in a mechanic',
      { mechanic: { kind: 'item-discount', reach, value: { percent: 1 }, colour: 1 } },
      'unknown-key mechanic.colour',
    ],
    [
      'a float',
      { mechanic: { kind: 'surcharge', reach, value: { percent: 1.5 } } },
      'wrong-type mechanic.value.percent',
    ],
    [
      '`of` in phase 3',
      { mechanic: { kind: 'order-discount', reach, tiers: [{ from: 0, value: { percent: 1, of: 'regular' } }] } },
      'unknown-key mechanic.tiers.0.value.of',
    ],
    [
      'once in phase 1',
      { mechanic: { kind: 'markdown', reach, value: { amount: 1, per: 'once' } } },
      'not-in-list mechanic.value.per',
    ],
    ['no tiers', { mechanic: { kind: 'spend-break', reach, tiers: [] } }, 'too-few mechanic.tiers'],
    [
      'a bundle of nothing',
      { mechanic: { kind: 'bundle', parts: [], price: 1, repeat: 'every' } },
      'too-few mechanic.parts',
    ],
    [
      'a count that is no way to count',
      { mechanic: { kind: 'quantity-break', reach, count: 'cart', on: 'all', tiers } },
      'not-in-list mechanic.count',
    ],
    ['a test that is unknown', { when: { test: 'weather', in: ['rain'] } }, 'not-in-list when.test'],
    ['a comparison in words', { when: { test: 'quantity', reach, op: 'more', count: 1 } }, 'not-in-list when.op'],
    ['a code of blanks', { code: { text: ' - ' } }, 'malformed code.text'],
    ['a rank of zero', { rank: 0 }, 'too-small rank'],
    ['a limit below zero', { limits: { uses: -1 } }, 'too-small limits.uses'],
  ])('%s', (_label, changes, problem) => expect(problemsOf(changes)).toContain(problem))

  test('and lets each mechanic through', () => {
    const mechanics = [
      promotion.mechanic,
      { kind: 'item-discount', reach, value: { amount: 1, per: 'once' }, maxUnits: 2, pick: 'dearest' },
      { kind: 'quantity-break', reach, count: 'family', on: 'tier', tiers },
      { kind: 'spend-break', reach, tiers },
      {
        kind: 'buy-get',
        buy: { reach, spend: 1 },
        get: { reach, quantity: 1, value: { price: 0 } },
        repeat: 2,
        gift: false,
      },
      { kind: 'bundle', parts: [{ reach, quantity: 1 }], price: 0, repeat: 'once' },
      { kind: 'order-discount', reach, tiers },
      { kind: 'delivery', options: ['parcel'], tiers, basis: 'current' },
      { kind: 'surcharge', reach, value: { amount: 1, per: 'unit' } },
      { kind: 'price-steps', reach },
    ]
    for (const mechanic of mechanics) expect(problemsOf({ mechanic })).toEqual([])
  })
})

describe('of what may also be null, only what is wrong with the value is said', () => {
  test.each<[unknown, object[]]>([
    [-1, [{ code: 'too-small', facts: { limit: 0 } }]],
    [1e308, [{ code: 'too-large', facts: { limit: 1_000_000_000 } }]],
    ['2', [{ code: 'wrong-type', facts: { wanted: 'integer' } }]],
    [{}, [{ code: 'wrong-type', facts: { wanted: 'integer' } }]],
    [null, []],
  ])('%j', (uses, expected) => {
    const plan = { promotions: [{ ...promotion, limits: { uses } }] }
    expect(checkShape(QuoteCaseSchema, { ...CASE, plan })).toEqual(
      expected.map((one) => ({ ...one, path: 'plan.promotions.0.limits.uses' })),
    )
  })
})

test('conditions that are nested without end are refused, not read', () => {
  const nested = (levels: number) => {
    let when: object = { test: 'signedIn', is: true }
    for (let level = 0; level < levels; level++) when = { not: when }
    return problemsOf({ when })
  }
  expect(nested(50)).toEqual([])
  expect(nested(20_000)).toEqual(['nested-too-deep '])
})
