import { describe, expect, test } from 'vitest'
import type { Mechanic } from '../mechanics/index.ts'
import type { Value } from '../terms/index.ts'
import { compileShop, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { checkPromotion } from './checkPromotion.ts'
import type { Promotion } from './promotion.ts'

const { catalogue } = compileShop([createProduct('A', 1000)], [])
const surroundings = { store: createStore(), catalogue }
const percent: Value = { percent: 1000 }
const once: Value = { amount: 100, per: 'once' }
const reach = {}

const MECHANICS = {
  'price-steps': { kind: 'price-steps', reach },
  markdown: { kind: 'markdown', reach, value: percent },
  'item-discount': { kind: 'item-discount', reach, value: percent },
  'quantity-break': { kind: 'quantity-break', reach, count: 'sku', on: 'all', tiers: [{ from: 2, value: percent }] },
  'spend-break': { kind: 'spend-break', reach, tiers: [{ from: 1000, value: percent }] },
  'buy-get': {
    kind: 'buy-get',
    buy: { reach, quantity: 1 },
    get: { sameSku: true, quantity: 1, value: percent },
    repeat: 'once',
  },
  bundle: { kind: 'bundle', parts: [{ reach, quantity: 2 }], price: 1500, repeat: 'every' },
  'order-discount': { kind: 'order-discount', reach, tiers: [{ from: 0, value: percent }] },
  delivery: { kind: 'delivery', tiers: [{ from: 0, value: percent }], basis: 'shelf' },
  surcharge: { kind: 'surcharge', reach, value: percent },
} as const satisfies Record<Mechanic['kind'], Mechanic>

const OUTSIDE: readonly string[] = ['price-steps', 'delivery', 'surcharge']
const STEPS: Promotion['ladder'] = { by: 'unitsSold', rungs: [{ at: 0, value: { price: 500 } }] }

function make(mechanic: Mechanic, changes: Partial<Promotion> = {}): Promotion {
  const { stacking, ...made } = createPromotion('p1', {
    mechanic,
    ...(mechanic.kind === 'price-steps' ? { ladder: STEPS } : {}),
  })
  return { ...made, ...(OUTSIDE.includes(mechanic.kind) ? {} : { stacking }), ...changes }
}
const problemsOf = (promotion: Promotion) =>
  checkPromotion(promotion, surroundings).map(({ code, path }) => `${code} ${path}`)

test.each(Object.values(MECHANICS))('a plain $kind may be priced', (mechanic) =>
  expect(problemsOf(make(mechanic))).toEqual([]),
)

describe('what a phase has no use for', () => {
  const kinds = Object.keys(MECHANICS) as Mechanic['kind'][]
  const refused = (changes: Partial<Promotion>, problem: string) =>
    kinds.filter((kind) => problemsOf(make(MECHANICS[kind], changes)).includes(problem))
  test('units outside phases 1 and 2', () => {
    expect(refused({ limits: { units: 3 } }, 'not-allowed limits.units')).toEqual([
      'price-steps',
      'order-discount',
      'delivery',
      'surcharge',
    ])
  })
  test('perOrder and codes in phases 0 and 1', () => {
    expect(refused({ limits: { perOrder: 3 } }, 'not-allowed limits.perOrder')).toEqual(['price-steps', 'markdown'])
    expect(refused({ code: { text: 'X' } }, 'not-allowed code')).toEqual(['price-steps', 'markdown'])
  })
  test('stacking in phases 0, 4 and 5, needed in the others', () => {
    expect(refused({ stacking: { group: 'sale', mode: 'group' } }, 'not-allowed stacking')).toEqual(OUTSIDE)
    expect(refused({ stacking: undefined }, 'required stacking')).toEqual(
      kinds.filter((kind) => !OUTSIDE.includes(kind)),
    )
  })
  test('sole in phase 1', () => {
    expect(refused({ stacking: { group: 'sale', mode: 'sole' } }, 'not-allowed stacking.mode')).toEqual(['markdown'])
  })
  test('tests about the cart in phases 0 and 1', () => {
    const when = { not: { all: [{ test: 'quantity', reach: {}, op: '>=', count: 1 } as const] } }
    expect(refused({ when }, 'not-allowed when.not.all.0.test')).toEqual(['price-steps', 'markdown'])
  })
  test('a ladder where there is no one value', () => {
    const ladder: Promotion['ladder'] = { by: 'unitsSold', rungs: [{ at: 0, value: percent }] }
    expect(refused({ ladder }, 'ladder-not-here ladder')).toEqual([
      'quantity-break',
      'spend-break',
      'bundle',
      'surcharge',
    ])
  })
})

test.each<[string, Mechanic, Partial<Promotion>, string[]]>([
  [
    'tiers out of order',
    { ...MECHANICS['spend-break'], tiers: [1000, 1000].map((from) => ({ from, value: percent })) },
    {},
    ['not-ascending mechanic.tiers.1.from'],
  ],
  [
    'a tier of 120 %',
    { ...MECHANICS['order-discount'], tiers: [{ from: 0, value: { percent: 12_000 } }] },
    {},
    ['percent-range mechanic.tiers.0.value.percent'],
  ],
  [
    'once for single units',
    { ...MECHANICS['quantity-break'], on: 'tier', tiers: [{ from: 1, value: once }] },
    {},
    ['not-allowed mechanic.tiers.0.value.per'],
  ],
  ['neither number nor spend', { ...MECHANICS['buy-get'], buy: { reach } }, {}, ['quantity-or-spend mechanic.buy']],
  [
    'both',
    { ...MECHANICS['buy-get'], buy: { reach, quantity: 1, spend: 100 } },
    {},
    ['quantity-or-spend mechanic.buy'],
  ],
  [
    'neither same nor reach',
    { ...MECHANICS['buy-get'], get: { quantity: 1, value: percent } },
    {},
    ['same-or-reach mechanic.get'],
  ],
  [
    'a gift that is free of something',
    {
      ...MECHANICS['buy-get'],
      gift: true,
      get: { sameSku: true, quantity: 1, value: { percent: 10_000, of: 'regular' } },
    },
    {},
    ['gift-is-free mechanic.get.value'],
  ],
  ['a gift that costs', { ...MECHANICS['buy-get'], gift: true }, {}, ['gift-is-free mechanic.get.value']],
  [
    'a gift of a category',
    {
      ...MECHANICS['buy-get'],
      gift: true,
      get: { reach: { categories: ['paper'] }, quantity: 1, value: { percent: 10_000 } },
    },
    {},
    ['gift-names-one mechanic.get.reach'],
  ],
  [
    'a gift of a SKU that is gone',
    { ...MECHANICS['buy-get'], gift: true, get: { reach: { skus: ['Z'] }, quantity: 1, value: { percent: 10_000 } } },
    {},
    ['unknown-sku mechanic.get.reach.skus.0'],
  ],
  [
    'a ladder on a gift',
    { ...MECHANICS['buy-get'], gift: true, get: { sameSku: true, quantity: 1, value: { percent: 10_000 } } },
    { ladder: { by: 'unitsSold', rungs: [{ at: 0, value: percent }] } },
    ['ladder-not-here ladder'],
  ],
  ['price steps without a ladder', MECHANICS['price-steps'], { ladder: null }, ['required ladder']],
  [
    'price steps by percent',
    MECHANICS['price-steps'],
    { ladder: { by: 'unitsSold', rungs: [{ at: 0, value: percent }] } },
    ['not-allowed ladder.rungs.0.value'],
  ],
  [
    'a rung once in phase 1',
    MECHANICS.markdown,
    { ladder: { by: 'unitsSold', rungs: [{ at: 0, value: once }] } },
    ['not-allowed ladder.rungs.0.value'],
  ],
  [
    'a part of a category that is gone',
    { ...MECHANICS.bundle, parts: [{ reach: { categories: ['gone'] }, quantity: 1 }] },
    {},
    ['unknown-category mechanic.parts.0.reach.categories.0'],
  ],
  [
    'a ladder over two tiers',
    { ...MECHANICS.delivery, tiers: [0, 1].map((from) => ({ from, value: percent })) },
    { ladder: { by: 'unitsSold', rungs: [{ at: 0, value: percent }] } },
    ['ladder-not-here ladder'],
  ],
])('%s', (_label, mechanic, changes, expected) => expect(problemsOf(make(mechanic, changes))).toEqual(expected))
