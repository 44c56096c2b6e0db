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
import { setChannels, setDeliveryOptions, type Names } from '@novalex/words'

setChannels([
  { id: 'web', name: 'Online store', kind: 'own' },
  { id: 'app', name: 'App', kind: 'own' },
])
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
  ['applied', [promote('p2', half)], {}, '−€10.00'],
  ['a surcharge', [promote('p2', { kind: 'surcharge', reach: {}, value: HALF })], {}, '+€10.00'],
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
    '−€8.00 (capped; €2.00 over the limit per order)',
  ],
  ['a draft', [promote('p2', half, { state: 'draft' })], {}, 'draft: not active'],
  ['early', [promote('p2', half, { schedule: { start: '2027-01-01T00:00' } })], {}, 'starts Fri 1 Jan 2027'],
  ['late', [promote('p2', half, { schedule: { end: '1969-01-01T00:00' } })], {}, 'ended at the end of Tue 31 Dec 1968'],
  [
    'hours',
    [promote('p2', half, { schedule: { weekly: [{ days: [1], from: '00:00', to: '00:00' }] } })],
    {},
    'outside its days and hours',
  ],
  ['no code', [promote('p2', half, { code: { text: 'X' } })], {}, 'needs a code'],
  [
    'a guest',
    [promote('p2', half, { when: { test: 'orders', op: '>=', count: 3 } })],
    {},
    'needs 3 or more past orders; the shopper is a guest',
  ],
  [
    'a guest, and a limit per shopper',
    [promote('p2', half, { limits: { usesPerShopper: 1 } })],
    {},
    'limited per shopper, so sign-in is required',
  ],
  ['nothing', [promote('p2', half)], { cart: { lines: low } }, 'no qualifying products in the cart'],
  ['too few', [promote('p2', fives)], {}, 'starts at 5 units; this cart has 2 (3 short)'],
  ['too little', [promote('p2', forSpend)], {}, 'starts at €50.00; this cart has €20.00 (€30.00 short)'],
  ['half a bundle', [promote('p2', pairs)], { cart: { lines: [{ sku: 'A', quantity: 1 }] } }, '1 unit short'],
  ['used', [promote('p2', half, { limits: { uses: 9 } })], { facts: { uses: 9 } }, 'limit of 9 redemptions reached'],
  [
    'used by one',
    [promote('p2', half, { limits: { usesPerShopper: 1 } })],
    { facts: { usesByShopper: 1 }, cart: { shopper } },
    'already redeemed by this shopper (limit 1)',
  ],
  ['sold', [promote('p2', half, { limits: { units: 50 } })], { facts: { unitsSold: 50 } }, 'all 50 units sold'],
  [
    'too few left for a bundle',
    [promote('p2', pairs, { limits: { units: 51 } })],
    { facts: { unitsSold: 50 } },
    '1 unit left; needs 2',
  ],
  [
    'gifts that ran out',
    [promote('p2', sample)],
    { cart: { lines: [...PLAIN.lines, { sku: 'SAMPLE', quantity: 1 }] } },
    'no units left',
  ],
  [
    'spent',
    [promote('p2', half, { limits: { budget: 5000, budgetStops: true } })],
    { facts: { discountGiven: 5000 } },
    'budget of €50.00 spent',
  ],
  [
    'a gift worth more than the cap',
    [promote('p2', sample, { limits: { perOrder: 200 } })],
    {},
    '€2.00 of discount left; needs €3.00',
  ],
  [
    'nothing after it',
    [promote('p1', sale, mode('closes')), promote('p2', half)],
    {},
    'blocked by “One”, which stops lower ranks on the item',
  ],
  [
    'alone',
    [promote('p1', sale, mode('alone')), promote('p2', half)],
    {},
    '“One” must be the only promotion on the item',
  ],
  [
    'itself alone',
    [promote('p1', sale), promote('p2', half, mode('alone'))],
    {},
    'must be the only promotion on the item; “One” ranks higher',
  ],
  ['groups apart', [promote('p1', sale), promote('p2', half)], {}, 'can’t be combined with “One”, which ranks higher'],
  [
    'a second delivery offer',
    [promote('p1', parcelHalf), promote('p2', parcelFree)],
    { ...BY_RANK, cart: { delivery } },
    'only one delivery offer applies; “One” ranks higher',
  ],
  [
    'the only offer in the order',
    [promote('p1', half, mode('sole')), promote('p2', half)],
    BY_RANK,
    '“One” must be the only promotion in the order',
  ],
  [
    'not the only one',
    [promote('p1', half), promote('p2', half, mode('sole'))],
    BY_RANK,
    'must be the only promotion in the order; “One” ranks higher',
  ],
  [
    'left out for another',
    [promote('p1', half), promote('p2', pairs)],
    {},
    '“One” gives a lower total: €15.00 with this promotion, €10.00 without',
  ],
  [
    'left out on the shelf',
    [promote('p1', sale), promote('p2', { ...sale, value: { price: 700 } })],
    {},
    '“One” gives a lower price: €7.00 with this promotion, €5.00 without',
  ],
  ['no better', [promote('p1', half), promote('p2', half)], {}, '“One” gives the same total (€10.00)'],
  [
    'a delivery offer that takes less',
    [promote('p1', parcelFree), promote('p2', parcelHalf)],
    { cart: { delivery } },
    '“One” gives a lower total: €22.45 with this promotion, €20.00 without',
  ],
  [
    'a bundle that costs more',
    [promote('p2', { ...pairs, price: 2500 })],
    {},
    'costs €25.00; the items cost €20.00 separately',
  ],
  ['a higher price', [promote('p2', { ...half, value: { price: 2500 } })], {}, 'lowers no price in this cart'],
  [
    'no step yet',
    [promote('p2', steps, { ladder: { by: 'unitsSold', rungs: [{ at: 9, value: { price: 900 } }] } })],
    {},
    'no step reached yet',
  ],
  ['floor', [promote('p2', { ...half, reach: {} })], { cart: { lines: low } }, 'would go below the price floor'],
])('%s', (_label, promotions, setting, sentence) => expect(say(promotions, setting)).toBe(sentence))

test.each<[Promotion['when'], string]>([
  [
    { test: 'spend', reach: {}, basis: 'shelf', op: '>', amount: 2000 },
    'more than €20.00 in the cart; this cart has €20.00',
  ],
  [{ test: 'quantity', reach: { skus: ['B'] }, op: '>=', count: 1 }, '1 or more of product B; this cart has none'],
  [{ test: 'quantity', reach: {}, op: '=', count: 3 }, 'exactly 3 items in the cart; this cart has 2'],
  [{ test: 'group', in: ['club'] }, 'a member of club; this shopper is in trade'],
  [{ not: { test: 'group', in: ['trade'] } }, 'a shopper who isn’t in trade; this shopper is in trade'],
  [{ test: 'tag', in: ['press'] }, 'a shopper tagged press; this shopper has no tag'],
  [{ test: 'orders', op: '=', count: 0 }, 'a first order; this shopper has 1 past order'],
  [{ test: 'spent', op: '>=', amount: 5000 }, '€50.00 or more spent so far; this shopper has spent €20.00'],
  [{ test: 'bought', reach: inA }, 'a past purchase of product A; this shopper has none'],
  [{ not: { test: 'bought', reach: { skus: ['B'] } } }, 'no past purchase of product B; this shopper has one'],
  [{ test: 'signedIn', is: false }, 'a guest; this shopper is signed in'],
  [{ test: 'shopper', in: ['S-2'] }, 'shopper S-2; this is S-1'],
  [{ test: 'channel', in: ['app'] }, 'an order through “App”; this order is placed through “Online store”'],
  [{ test: 'country', in: ['AT'] }, 'delivery to AT; this order goes to DE'],
  [{ test: 'option', in: ['express'] }, 'express parcel delivery; this order goes by parcel'],
  [
    {
      all: [{ test: 'group', in: ['trade'] }, { not: { any: [{ test: 'quantity', reach: inA, op: '>=', count: 2 }] } }],
    },
    'fewer than 2 of product A; this cart has 2',
  ],
])('a condition that fails: %j', (when, sentence) => {
  const cart = { shopper, delivery }
  expect(say([promote('p2', half, { when })], { cart })).toBe(`needs ${sentence}`)
})

test('a guest and no delivery', () => {
  const saying = (when: Promotion['when']) => say([promote('p2', half, { when })])
  expect(saying({ test: 'signedIn', is: true })).toBe('needs a signed-in shopper; the shopper is a guest')
  expect(saying({ test: 'country', in: ['AT'] })).toMatch(/; no delivery method chosen$/)
  expect(saying({ test: 'option', in: ['parcel'] })).toMatch(/; no delivery method chosen$/)
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
  expect(floored(sale)).toBe('−€2.30; 1 unit limited by the price floor')
  expect(floored(half)).toBe('−€2.30; 1 unit limited by the price floor')
  const once: Mechanic = {
    kind: 'order-discount',
    reach: {},
    tiers: [{ from: 0, value: { amount: 500, per: 'once' } }],
  }
  expect(floored(once)).toBe('−€2.30; 1 unit limited by the price floor; €2.70 not applied because of the price floor')
})

test.each<[NextStep, Mechanic['kind'] | undefined, string]>([
  [{ missingUnits: 2, reward: { percent: 1000 } }, undefined, 'Add 2 × Pad: 10% off'],
  [{ missingUnits: 1, reward: { price: 3000 } }, 'quantity-break', 'Add 1 × Pad: €30.00 each'],
  [{ missingUnits: 1, reward: { price: 3000 } }, 'bundle', 'Add 1 × Pad: bundle for €30.00'],
  [
    { missingAmount: 137, reward: { amount: 500, per: 'once' } },
    undefined,
    'Spend €1.37 more: €5.00 off (for example, add 1 × Pad)',
  ],
  [
    { missingAmount: 500, reward: { percent: 10_000 } },
    'delivery',
    'Spend €5.00 more: free delivery (for example, add 1 × Pad)',
  ],
  [
    { missingUnits: 1, reward: { sameSku: true, quantity: 2, value: { percent: 10_000 } } },
    'buy-get',
    'Add 1 × Pad: 2 units free',
  ],
])('%j of %s', (nudge, kind, sentence) => {
  const add = [{ sku: 'P', quantity: nudge.missingUnits ?? 1 }]
  expect(explainNudge({ promotion: 'p1', add, ...nudge }, { nameOf: () => 'Pad', kind })).toBe(sentence)
})

test('codes', () => {
  expect(explainCode({ code: 'X', outcome: 'refused', reason: 'code-over-limit' })).toBe(
    'Code X can’t be combined with your other codes.',
  )
  expect(explainCode({ code: 'X', outcome: 'noEffect', reason: null }, 'add 2 more items')).toBe(
    'Code X has no effect yet: add 2 more items.',
  )
  expect(explainCode({ code: 'X', outcome: 'applied', reason: null })).toBe('Code X applied.')
})

test.each<[SkipReason, object, string]>([
  ['below-first-tier', { missingAmount: 500 }, 'spend €5.00 more'],
  ['not-enough-units', { missingUnits: 2 }, 'add 2 more items'],
  ['sign-in-needed', {}, 'sign in to use it'],
  ['condition', { test: { test: 'orders', op: '=', count: 0 }, isNegated: false }, 'it needs a first order'],
  ['condition', {}, 'it doesn’t apply to this cart'],
  ['better-without', {}, 'your cart already has a better offer'],
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
    'Five pads: starts at 5 units; this cart has 2 (3 short).',
    'Code pads has no effect yet: starts at 5 units; this cart has 2 (3 short).',
    'Code x isn’t valid. Check the spelling, or whether it has already been used.',
    `Five pads: Add 3 × ${names.product('PAD')}: 50% off.`,
  ])
})
