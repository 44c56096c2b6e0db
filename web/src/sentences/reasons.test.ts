import {
  compilePlan,
  computeQuote,
  type Cart,
  type Facts,
  type Mechanic,
  type NextStep,
  type Product,
  type Promotion,
  type SkipReason,
} from '@novalex/core'
import { createProduct, createStore } from '@novalex/core/testing'
import { expect, test } from 'vitest'
import { explainCode, explainLack, explainNudge, explainOutcome, explainQuote } from './reasons.ts'
import { setDeliveryOptions, type Names } from '../locale/ruleWords.ts'

setDeliveryOptions([{ id: 'express', name: 'express parcel', prices: [{ country: 'AT', price: 990 }] }])

const names: Names = { set: String, category: String, stackGroup: String, product: (sku) => `product ${sku}` }
const store = createStore({
  timeZone: 'UTC',
  deliveryTaxRate: 0,
  surchargeTaxRate: 0,
  stackGroups: ['sale', 'club'],
})
const product = (sku: string, regularPrice: number, changes: Partial<Product> = {}): Product =>
  createProduct(sku, regularPrice, { name: sku, categories: [], taxRate: 0, ...changes })
const products = [product('A', 1000), product('B', 2500), product('LOW', 1000, { minimumPrice: 1000 })]
const stocked = product('SAMPLE', 300, { stock: 1 })
const HALF = { percent: 5000 }
const FREE = { percent: 10_000 }
const inA = { skus: ['A'] }
const half: Mechanic = { kind: 'item-discount', reach: inA, value: HALF }
const sale: Mechanic = { kind: 'markdown', reach: inA, value: HALF }
const fives: Mechanic = {
  kind: 'quantity-break',
  reach: {},
  count: 'sku',
  on: 'all',
  tiers: [{ from: 5, value: HALF }],
}
const forSpend: Mechanic = { kind: 'order-discount', reach: {}, tiers: [{ from: 5000, value: HALF }] }
const pairs: Mechanic = { kind: 'bundle', parts: [{ reach: inA, quantity: 2 }], price: 1500, repeat: 'every' }
const parcelFree: Mechanic = { kind: 'delivery', basis: 'shelf', tiers: [{ from: 0, value: FREE }] }
const parcelHalf: Mechanic = { ...parcelFree, tiers: [{ from: 0, value: HALF }] }
const steps: Mechanic = { kind: 'price-steps', reach: inA }
const sample: Mechanic = {
  kind: 'buy-get',
  buy: { reach: inA, quantity: 1 },
  get: { reach: { skus: ['SAMPLE'] }, quantity: 1, value: FREE },
  gift: true,
  repeat: 'every',
}
const shopper = { id: 'S-1', groups: ['trade'], tags: [], orders: 1, spent: 2000, bought: ['B'] }
const delivery = { option: 'parcel', price: 490, country: 'DE' }

function promote(id: string, mechanic: Mechanic, changes: Partial<Promotion> = {}): Promotion {
  const isOutside = ['price-steps', 'delivery', 'surcharge'].includes(mechanic.kind)
  const stacking = isOutside ? {} : { stacking: { group: 'sale', mode: 'group' } as const }
  const rank = Number(id.slice(1))
  const base = {
    id,
    name: id === 'p1' ? 'One' : 'Two',
    rank,
    state: 'ready',
    schedule: {},
    code: null,
    when: null,
    limits: {},
    ladder: null,
  }
  return { ...base, mechanic, ...stacking, ...changes } as Promotion
}

const PLAIN: Cart = { lines: [{ sku: 'A', quantity: 2 }], codes: [], channel: 'web', delivery: null, shopper: null }

interface Setting {
  readonly cart?: Partial<Cart>
  readonly facts?: Facts[string]
  readonly store?: Partial<typeof store>
}

/** Reason sentence of a plan's last promotion. */
function say(promotions: readonly Promotion[], setting: Setting = {}): string {
  const plan = compilePlan({
    store: { ...store, ...setting.store },
    catalogue: { categories: [], products: [...products, stocked], sets: [] },
    promotions,
  })
  const cart = { ...PLAIN, ...setting.cart }
  const quote = computeQuote(plan, { now: 0, cart, facts: { p2: setting.facts ?? {} }, codes: {} })
  return explainOutcome(quote.promotions.at(-1)!, { names, find: (id) => promotions.find((one) => one.id === id) })
}

const mode = (kind: 'group' | 'alone' | 'closes' | 'sole') => ({ stacking: { group: 'sale', mode: kind } as const })
const BY_RANK = { store: { conflicts: 'rank' } } as const
const low = [{ sku: 'LOW', quantity: 1 }]

test.each<[string, Promotion[], Setting, string]>([
  ['applied', [promote('p2', half)], {}, 'takes off 10.00 €'],
  ['a surcharge', [promote('p2', { kind: 'surcharge', reach: {}, value: HALF })], {}, 'adds 10.00 €'],
  [
    'price steps',
    [promote('p2', steps, { ladder: { by: 'unitsSold', rungs: [{ at: 0, value: { price: 900 } }] } })],
    {},
    'sets the regular price',
  ],
  [
    'the cap',
    [promote('p2', half, { limits: { perOrder: 800 } })],
    {},
    'takes off 8.00 €; 2.00 € beyond that is more than it may in one order',
  ],
  ['a draft', [promote('p2', half, { state: 'draft' })], {}, 'is a draft, so it does nothing yet'],
  ['early', [promote('p2', half, { schedule: { start: '2027-01-01T00:00' } })], {}, 'starts on Fri 1 Jan 2027, 00:00'],
  ['late', [promote('p2', half, { schedule: { end: '1969-01-01T00:00' } })], {}, 'ended on Tue 31 Dec 1968, 24:00'],
  [
    'hours',
    [promote('p2', half, { schedule: { weekly: [{ days: [1], from: '00:00', to: '00:00' }] } })],
    {},
    'runs at other hours of the week',
  ],
  ['no code', [promote('p2', half, { code: { text: 'X' } })], {}, 'needs its code'],
  [
    'a guest',
    [promote('p2', half, { when: { test: 'orders', op: '>=', count: 3 } })],
    {},
    'can’t be known for a guest; it is for anyone with 3 or more orders before',
  ],
  [
    'a guest, and a limit per shopper',
    [promote('p2', half, { limits: { usesPerShopper: 1 } })],
    {},
    'has a limit for each shopper, so it needs one who is signed in',
  ],
  ['nothing', [promote('p2', half)], { cart: { lines: low } }, 'applies to nothing in this cart'],
  ['too few', [promote('p2', fives)], {}, 'begins at 5; this cart has 2, so it needs 3 more'],
  ['too little', [promote('p2', forSpend)], {}, 'begins at 50.00 €; this cart has 20.00 €, so it needs 30.00 € more'],
  ['half a bundle', [promote('p2', pairs)], { cart: { lines: [{ sku: 'A', quantity: 1 }] } }, 'needs 1 more'],
  [
    'used',
    [promote('p2', half, { limits: { uses: 9 } })],
    { facts: { uses: 9 } },
    'has been used 9 times, as often as it may be',
  ],
  [
    'used by one',
    [promote('p2', half, { limits: { usesPerShopper: 1 } })],
    { facts: { usesByShopper: 1 }, cart: { shopper } },
    'was used by this shopper 1 time, as often as one may',
  ],
  [
    'sold',
    [promote('p2', half, { limits: { units: 50 } })],
    { facts: { unitsSold: 50 } },
    'has sold all of its 50 units',
  ],
  [
    'too few left for a bundle',
    [promote('p2', pairs, { limits: { units: 51 } })],
    { facts: { unitsSold: 50 } },
    'has 1 unit left, and needs 2 at once',
  ],
  [
    'gifts that ran out',
    [promote('p2', sample)],
    { cart: { lines: [...PLAIN.lines, { sku: 'SAMPLE', quantity: 1 }] } },
    'has no units left',
  ],
  [
    'spent',
    [promote('p2', half, { limits: { budget: 5000, budgetStops: true } })],
    { facts: { discountGiven: 5000 } },
    'has spent its budget of 50.00 €',
  ],
  [
    'a gift worth more than the cap',
    [promote('p2', sample, { limits: { perOrder: 200 } })],
    {},
    'may take off no more than 2.00 € here, and needs 3.00 € at once',
  ],
  [
    'nothing after it',
    [promote('p1', sale, mode('closes')), promote('p2', half)],
    {},
    'can’t follow One, which lets nothing come after it on an item',
  ],
  [
    'alone',
    [promote('p1', sale, mode('alone')), promote('p2', half)],
    {},
    'can’t join One, which stays alone on an item',
  ],
  [
    'itself alone',
    [promote('p1', sale), promote('p2', half, mode('alone'))],
    {},
    'stays alone on an item, and One got there first',
  ],
  [
    'groups apart',
    [promote('p1', sale), promote('p2', half)],
    {},
    'does not go together with One, which got here first',
  ],
  [
    'a second delivery offer',
    [promote('p1', parcelHalf), promote('p2', parcelFree)],
    { ...BY_RANK, cart: { delivery } },
    'comes after One, and only the first of its kind applies',
  ],
  [
    'the only offer in the order',
    [promote('p1', half, mode('sole')), promote('p2', half)],
    BY_RANK,
    'can’t join One, the only offer in this order',
  ],
  [
    'not the only one',
    [promote('p1', half), promote('p2', half, mode('sole'))],
    BY_RANK,
    'would have to be the only offer in the order, and One comes first',
  ],
  [
    'left out for another',
    [promote('p1', half), promote('p2', pairs)],
    {},
    'was left out for One: the order would come to 15.00 € with it, 10.00 € without it',
  ],
  [
    'left out on the shelf',
    [promote('p1', sale), promote('p2', { ...sale, value: { price: 700 } })],
    {},
    'was left out for One: an item would come to 7.00 € with it, 5.00 € without it',
  ],
  [
    'no better',
    [promote('p1', half), promote('p2', half)],
    {},
    'was left out for One: the order comes to 10.00 € either way',
  ],
  [
    'a delivery offer that takes less',
    [promote('p1', parcelFree), promote('p2', parcelHalf)],
    { cart: { delivery } },
    'was left out for One: the order would come to 22.45 € with it, 20.00 € without it',
  ],
  [
    'a bundle that costs more',
    [promote('p2', { ...pairs, price: 2500 })],
    {},
    'costs 25.00 €, and its items come to 20.00 € without it',
  ],
  [
    'a higher price',
    [promote('p2', { ...half, value: { price: 2500 } })],
    {},
    'would not make anything in this cart cheaper',
  ],
  [
    'no step yet',
    [promote('p2', steps, { ladder: { by: 'unitsSold', rungs: [{ at: 9, value: { price: 900 } }] } })],
    {},
    'has reached none of its steps yet',
  ],
  [
    'floor',
    [promote('p2', { ...half, reach: {} })],
    { cart: { lines: low } },
    'would go below the floor of the items it applies to',
  ],
])('%s', (_label, promotions, setting, sentence) => expect(say(promotions, setting)).toBe(sentence))

test.each<[Promotion['when'], string]>([
  [
    { test: 'spend', reach: {}, basis: 'shelf', op: '>', amount: 2000 },
    'with more than 20.00 € in the cart; this cart has 20.00 €',
  ],
  [{ test: 'quantity', reach: { skus: ['B'] }, op: '>=', count: 1 }, 'with 1 or more of product B; this cart has none'],
  [{ test: 'quantity', reach: {}, op: '=', count: 3 }, 'with exactly 3 items in the cart; this cart has 2'],
  [{ test: 'group', in: ['club'] }, 'in club; this shopper is in trade'],
  [{ not: { test: 'group', in: ['trade'] } }, 'not in trade; this shopper is in trade'],
  [{ test: 'tag', in: ['press'] }, 'tagged press; this shopper has no tag'],
  [{ test: 'orders', op: '=', count: 0 }, 'with no order before; this shopper has 1'],
  [{ test: 'spent', op: '>=', amount: 5000 }, 'who spent 50.00 € or more before; this shopper spent 20.00 €'],
  [{ test: 'bought', reach: inA }, 'who bought product A before; this shopper did not'],
  [{ not: { test: 'bought', reach: { skus: ['B'] } } }, 'who never bought product B; this shopper did'],
  [{ test: 'signedIn', is: false }, 'not signed in; this shopper is signed in'],
  [{ test: 'shopper', in: ['S-2'] }, 'who is shopper S-2; this one is S-1'],
  [{ test: 'channel', in: ['app'] }, 'in the app; this order is placed in the web shop'],
  [{ test: 'country', in: ['AT'] }, 'with delivery to AT; this order goes to DE'],
  [{ test: 'option', in: ['express'] }, 'with delivery by express parcel; this order goes by parcel'],
  [
    {
      all: [{ test: 'group', in: ['trade'] }, { not: { any: [{ test: 'quantity', reach: inA, op: '>=', count: 2 }] } }],
    },
    'with fewer than 2 of product A; this cart has 2',
  ],
])('a condition that fails: %j', (when, sentence) => {
  const cart = { shopper, delivery }
  expect(say([promote('p2', half, { when })], { cart })).toBe(`is for anyone ${sentence}`)
})

test('a guest and no delivery', () => {
  const saying = (when: Promotion['when']) => say([promote('p2', half, { when })])
  expect(saying({ test: 'signedIn', is: true })).toBe('is for anyone signed in; this is a guest')
  expect(saying({ test: 'country', in: ['AT'] })).toMatch(/; no delivery is chosen$/)
  expect(saying({ test: 'option', in: ['parcel'] })).toMatch(/; no delivery is chosen$/)
})

test('what the floor and an empty headroom hold back', () => {
  const goods = { lines: [{ sku: 'A', quantity: 1 }] }
  const floored = (mechanic: Mechanic) => {
    const plan = compilePlan({
      store,
      catalogue: { categories: [], products: [product('A', 1000, { minimumPrice: 770 })], sets: [] },
      promotions: [promote('p2', mechanic)],
    })
    const [outcome] = computeQuote(plan, { now: 0, cart: { ...PLAIN, ...goods }, facts: {}, codes: {} }).promotions
    return explainOutcome(outcome!, { names, find: () => undefined })
  }
  expect(floored(sale)).toBe('takes off 2.30 €; the floor held 1 unit back')
  expect(floored(half)).toBe('takes off 2.30 €; the floor held 1 unit back')
  const once: Mechanic = {
    kind: 'order-discount',
    reach: {},
    tiers: [{ from: 0, value: { amount: 500, per: 'once' } }],
  }
  expect(floored(once)).toBe('takes off 2.30 €; the floor held 1 unit back; 2.70 € found no room above the floor')
})

test.each<[NextStep, Mechanic['kind'] | undefined, string]>([
  [{ missingUnits: 2, reward: { percent: 1000 } }, undefined, '2 more Pad bring 10 % off'],
  [{ missingUnits: 1, reward: { price: 3000 } }, 'quantity-break', '1 more Pad brings 30.00 € each'],
  [{ missingUnits: 1, reward: { price: 3000 } }, 'bundle', '1 more Pad brings a bundle for 30.00 €'],
  [
    { missingAmount: 137, reward: { amount: 500, per: 'once' } },
    undefined,
    '1.37 € more brings 5.00 € off, for example with 1 × Pad',
  ],
  [
    { missingAmount: 500, reward: { percent: 10_000 } },
    'delivery',
    '5.00 € more brings delivery free, for example with 1 × Pad',
  ],
  [
    { missingUnits: 1, reward: { sameSku: true, quantity: 2, value: { percent: 10_000 } } },
    'buy-get',
    '1 more Pad brings 2 items free',
  ],
])('%j of %s', (nudge, kind, sentence) => {
  const add = [{ sku: 'P', quantity: nudge.missingUnits ?? 1 }]
  expect(explainNudge({ promotion: 'p1', add, ...nudge }, { nameOf: () => 'Pad', kind })).toBe(sentence)
})

test('codes', () => {
  expect(explainCode({ outcome: 'refused', reason: 'code-over-limit' })).toMatch(/^can’t be added/)
  expect(explainCode({ outcome: 'noEffect', reason: null }, 'needs 2 more')).toBe(
    'changes nothing: its offer needs 2 more',
  )
  expect(explainCode({ outcome: 'applied', reason: null })).toBe('is taken into account')
})

test.each<[SkipReason, object, string]>([
  ['below-first-tier', { missingAmount: 500 }, 'needs 5.00 € more'],
  ['not-enough-units', { missingUnits: 2 }, 'needs 2 more'],
  ['sign-in-needed', {}, 'needs you to sign in'],
  [
    'condition',
    { test: { test: 'orders', op: '=', count: 0 }, isNegated: false },
    'is for anyone with no order before',
  ],
  ['condition', {}, 'does not fit this cart'],
  ['better-without', {}, 'adds nothing to what this cart gets already'],
])('a shopper reads of %s %j: %s', (reason, facts, sentence) => {
  expect(explainLack({ reason, facts: { ...facts } }, names)).toBe(sentence)
})

test('a whole quote in sentences', () => {
  const five = promote('p2', fives, { name: 'Five pads', code: { text: 'PADS' } })
  const plan = compilePlan({ store, catalogue: { categories: [], products, sets: [] }, promotions: [five] })
  const cart = { ...PLAIN, codes: ['pads', 'x'] }
  const quote = computeQuote(plan, { now: 0, cart, facts: {}, codes: {} })
  const kept = [{ promotion: 'p2', missingUnits: 3, reward: { percent: 5000 }, add: [{ sku: 'PAD', quantity: 3 }] }]
  expect(explainQuote(quote, kept, { names, find: () => five })).toEqual([
    'Five pads begins at 5; this cart has 2, so it needs 3 more.',
    'Code pads changes nothing: its offer begins at 5; this cart has 2, so it needs 3 more.',
    'Code x is not valid: check how it is written, or whether it was used already.',
    `Five pads: 3 more ${names.product('PAD')} bring 50 % off.`,
  ])
})
