import { describe, expect, test } from 'vitest'
import { NO_LISTING } from '../catalogue/index.ts'
import type { Promotion } from '../plan/index.ts'
import { at, compileShop, createProduct, createPromotion } from '../testing/shop.ts'
import type { ChannelRules, Product, ProductListing, Store } from '../terms/index.ts'
import { checkForChannel, type ChannelQuestion } from './checkForChannel.ts'
import { computeLeastPrice, computeReductionOf } from './leastPrice.ts'

const CHANNEL = 'market'
const NOW = at('2027-03-01T10:00')
const PAD = createProduct('PAD', 10_000, { unitCost: 2000 })

const sale = (changes: Partial<Promotion> = {}): Promotion =>
  createPromotion('sale', {
    name: 'Spring sale',
    schedule: { start: '2027-03-10T00:00', end: '2027-03-20T00:00' },
    mechanic: { kind: 'markdown', reach: {}, value: { percent: 2500 } },
    partners: [{ channel: CHANNEL }],
    ...changes,
  })

interface Case extends Partial<Omit<ChannelQuestion, 'plan'>> {
  readonly rules?: ChannelRules
  readonly products?: readonly Product[]
  readonly promotion?: never
  readonly others?: readonly Promotion[]
  readonly store?: Partial<Store>
}

function check(given: Promotion, { rules = {}, products = [PAD], others = [], store = {}, ...changes }: Case = {}) {
  return checkForChannel({
    plan: compileShop(products, [given, ...others], store, [CHANNEL]),
    promotion: given.id,
    channel: CHANNEL,
    terms: {
      leadHours: 48,
      lockHours: 5,
      rules: [{ from: '2027-01-01', values: rules, source: 'Guide', checkedOn: '2027-01-01' }],
    },
    now: NOW,
    open: null,
    facts: {},
    listings: new Map(),
    stock: new Map(),
    sold: new Map(),
    lowest: new Map(),
    format: (_place, value) => String(value),
    ...changes,
  })
}

const told = (given: Promotion, one: Case = {}) =>
  check(given, one).issues.map(({ rule, severity, facts }) => [rule, severity, facts])

const reduced = (percent: number) => sale({ mechanic: { kind: 'markdown', reach: {}, value: { percent } } })
const until = (end: string) => sale({ schedule: { start: '2027-03-10T00:00', end } })
const rated = (changes: Partial<ProductListing>) => ({ listings: new Map([['PAD', { ...NO_LISTING, ...changes }]]) })

describe('a rule is kept, and just not kept', () => {
  const many = (count: number) => Array.from({ length: count }, (_, n) => createProduct(`S${n}`, 1000))
  test('200 products are accepted, 201 refused', () => {
    expect(told(sale(), { rules: { maxProducts: 200 }, products: many(200) })).toEqual([])
    expect(told(sale(), { rules: { maxProducts: 200 }, products: many(201) })).toEqual([
      ['maxProducts', 'refused', { limit: 200, found: 201 }],
    ])
  })

  test.each([
    ['2027-06-08T00:00', []],
    ['2027-06-08T00:30', [['maxDays', 'refused', { limit: 90, found: 91 }]]],
    ['2027-06-09T00:00', [['maxDays', 'refused', { limit: 90, found: 91 }]]],
  ])('of 90 days, a sale until %s, over a clock change', (end, expected) => {
    expect(told(until(end), { rules: { maxDays: 90 } })).toEqual(expected)
  })

  test('a sale without an end is refused where the length is limited, and one whose dates are open is not', () => {
    const endless = sale({ schedule: { start: '2027-03-10T00:00' } })
    expect(told(endless, { rules: { maxDays: 90 } })).toEqual([['maxDays', 'refused', { limit: 90, found: null }]])
    const open = { open: { estimate: '2027-04-01' } }
    expect(told(sale({ schedule: {} }), { rules: { maxDays: 90, usualDays: { from: 3, to: 7 } }, ...open })).toEqual([])
  })

  test('9% is warned of where 10% is recommended, and refused where it is the least', () => {
    expect(told(reduced(900), { rules: { showReduction: 1000 } })).toEqual([
      ['showReduction', 'warned', { limit: 1000, found: 900 }],
    ])
    expect(told(reduced(900), { rules: { minReduction: 1000 } })).toEqual([
      ['minReduction', 'refused', { limit: 1000, found: 900 }],
    ])
    expect(told(reduced(1000), { rules: { minReduction: 1000, showReduction: 1000 } })).toEqual([])
  })

  test('what is recommended of the length is only warned of', () => {
    expect(told(sale(), { rules: { usualDays: { from: 3, to: 7 } } })).toEqual([
      ['usualDays', 'warned', { limit: 3, to: 7, found: 10 }],
    ])
  })

  test('shares of the regular and of the reference price, an unknown one included', () => {
    expect(told(sale(), { rules: { atMostOfRegular: 7500 } })).toEqual([])
    expect(told(sale(), { rules: { atMostOfRegular: 7499 } })).toEqual([
      ['atMostOfRegular', 'refused', { limit: 7499, found: 7500, share: 7499 }],
    ])
    const rules = { atMostOfReference: 7000, atLeastOfReference: 5000 }
    expect(told(sale(), { rules, ...rated({ referencePrice: 12_000 }) })).toEqual([])
    expect(told(sale(), { rules, ...rated({ referencePrice: 10_000 }) })).toEqual([
      ['atMostOfReference', 'refused', { limit: 7000, found: 7500, share: 7000 }],
    ])
    expect(told(sale(), { rules: { atLeastOfReference: 5000 }, ...rated({ referencePrice: 15_001 }) })).toEqual([
      ['atLeastOfReference', 'refused', { limit: 7501, found: 7500, share: 5000 }],
    ])
    expect(told(sale(), { rules: { atMostOfReference: 7000 } })).toEqual([
      ['atMostOfReference', 'refused', { found: null, share: 7000 }],
    ])
  })

  test('the lowest price before: below it, not at it', () => {
    const lowest = (price: number) => ({ lowest: new Map([['PAD', { price, order: 'A-7' }]]) })
    const rules = { lowestBefore: { days: 30, counts: 'paid' as const, below: 0 } }
    expect(told(sale(), { rules, ...lowest(7501) })).toEqual([])
    expect(told(sale(), { rules, ...lowest(7500) })).toEqual([
      ['lowestBefore', 'refused', { limit: 7499, found: 7500, days: 30, counts: 'paid', order: 'A-7' }],
    ])
    const deeper = { lowestBefore: { days: 30, counts: 'paid' as const, below: 500 } }
    expect(told(sale(), { rules: deeper, ...lowest(7895) })).toEqual([])
    expect(told(sale(), { rules: deeper, ...lowest(7894) }).map(([rule]) => rule)).toEqual(['lowestBefore'])
    expect(told(sale(), { rules })).toEqual([])
  })

  test('ratings and reviews: unknown is not met', () => {
    const rules = { minRating: 40, minReviews: 10 }
    expect(told(sale(), { rules, ...rated({ rating: 40, reviews: 10 }) })).toEqual([])
    expect(told(sale(), { rules, ...rated({ rating: 39, reviews: 9 }) })).toEqual([
      ['minRating', 'refused', { limit: 40, found: 39 }],
      ['minReviews', 'refused', { limit: 10, found: 9 }],
    ])
    expect(told(sale(), { rules }).map(([, , facts]) => facts)).toEqual([
      { limit: 40, found: null },
      { limit: 10, found: null },
    ])
  })

  test('stock for so many days, or for the whole promotion', () => {
    const stock = (units: number, sold: number) => ({
      stock: new Map([['PAD', units]]),
      sold: new Map([['PAD', sold]]),
    })
    expect(told(sale(), { rules: { stockDays: 14 }, ...stock(14, 30) })).toEqual([])
    expect(told(sale(), { rules: { stockDays: 14 }, ...stock(13, 30) })).toEqual([
      ['stockDays', 'refused', { limit: 14, found: 13 }],
    ])
    expect(told(sale(), { rules: { stockDays: 'promotion' }, ...stock(9, 30) })).toEqual([
      ['stockDays', 'refused', { limit: 10, found: 9 }],
    ])
    expect(told(sale(), { rules: { stockDays: 14 }, ...stock(5, 0) })).toEqual([])
    expect(told(sale(), { rules: { stockDays: 14 }, ...stock(0, 0) }).map(([rule]) => rule)).toEqual(['stockDays'])
    expect(told(sale(), { rules: { stockDays: 14 } })).toEqual([])
  })

  test('one promotion at a time holds up only what overlaps, goes there and is on the same product', () => {
    const rules = { oneAtATime: true as const }
    const other = (changes: Partial<Promotion>) =>
      sale({ id: 'other', rank: 2, stacking: { group: 'sale', mode: 'group' }, ...changes })
    const name = (changes: Partial<Promotion>) => told(sale({ rank: 1 }), { rules, others: [other(changes)] })
    expect(name({})).toEqual([['oneAtATime', 'refused', { name: 'other' }]])
    expect(name({ partners: [] })).toEqual([])
    expect(name({ partners: [{ channel: CHANNEL, leftOut: ['PAD'] }] })).toEqual([])
    expect(name({ schedule: { start: '2027-03-20T00:00' } })).toEqual([])
    expect(name({ state: 'draft' })).toEqual([])
  })

  test('types, length of the title and its characters', () => {
    expect(told(sale(), { rules: { kinds: ['item-discount'] } })).toEqual([['kinds', 'refused', { name: 'markdown' }]])
    const titled = sale({ display: { title: 'All pads 25 % off!' } })
    expect(check(titled, { rules: { titleWithout: '%' } })).toMatchObject({
      title: 'All pads 25 percent off!',
      issues: [],
    })
    expect(told(titled, { rules: { titleWithout: '% !', titleLength: 23 } })).toEqual([
      ['titleLength', 'refused', { limit: 23, found: 24 }],
      ['titleWithout', 'refused', { name: '!' }],
    ])
  })
})

describe('which products, prices and rules count', () => {
  test('the rules of the day on which it starts; before the first there are none', () => {
    const terms = {
      leadHours: 48,
      lockHours: 5,
      rules: [
        { from: '2027-04-01', values: { minReduction: 9000 }, source: '', checkedOn: '2027-01-01' },
        { from: '2027-03-11', values: { minReduction: 5000 }, source: '', checkedOn: '2027-01-01' },
      ],
    }
    const on = (day: string) =>
      told(sale({ schedule: { start: `${day}T00:00` } }), { terms }).map(([, , facts]) => facts)
    expect(on('2027-03-10')).toEqual([])
    expect(on('2027-03-31')).toEqual([{ limit: 5000, found: 2500 }])
    expect(on('2027-04-01')).toEqual([{ limit: 9000, found: 2500 }])
    const open = { open: { estimate: '2027-04-02' } }
    expect(told(sale({ schedule: {} }), { terms, ...open })).toEqual([
      ['minReduction', 'refused', { limit: 9000, found: 2500 }],
    ])
  })

  test('the moments before which it is submitted and from which it is locked', () => {
    const { start, submitBy, locksAt } = check(sale())
    expect([start, submitBy, locksAt]).toEqual([at('2027-03-10T00:00'), at('2027-03-08T00:00'), at('2027-03-09T19:00')])
  })

  test('a product that is left out is not checked; one that keeps its price is refused', () => {
    const cheap = createProduct('CHEAP', 500)
    const given = sale({ mechanic: { kind: 'markdown', reach: {}, value: { price: 600 } } })
    expect(check(given, { products: [PAD, cheap] }).issues).toEqual([
      { rule: 'lowersPrice', severity: 'refused', facts: {}, products: 1, sku: 'CHEAP' },
    ])
    const without = { ...given, partners: [{ channel: CHANNEL, leftOut: ['CHEAP'] }] }
    expect(check(without, { products: [PAD, cheap] }).products.map(({ sku }) => sku)).toEqual(['PAD'])
  })

  test('another sale there lowers the price with it, one that does not go there leaves it', () => {
    const other = (partners: Promotion['partners']) =>
      sale({ id: 'other', rank: 2, stacking: { group: 'extra', mode: 'group' }, ...(partners ? { partners } : {}) })
    const price = (partners: Promotion['partners']) =>
      check(sale({ rank: 1 }), { others: [other(partners)] }).products[0]!.price
    expect(price([])).toBe(7500)
    expect(price([{ channel: CHANNEL }])).toBe(5625)
  })

  test('an item discount is priced by the unit, its code entered; what depends on the cart is not priced', () => {
    const item = sale({
      mechanic: { kind: 'item-discount', reach: {}, value: { percent: 1000 } },
      stacking: { group: 'extra', mode: 'group' },
      code: { text: 'PADS' },
    })
    expect(check(item)).toMatchObject({ isPriced: true, products: [{ price: 9000 }] })
    expect(check({ ...item, code: { batch: true } }).isPriced).toBe(false)
    const third = sale({
      mechanic: {
        kind: 'quantity-break',
        reach: {},
        count: 'sku',
        on: 'all',
        tiers: [{ from: 3, value: { percent: 1000 } }],
      },
      stacking: { group: 'extra', mode: 'group' },
    })
    expect(check(third, { rules: { minReduction: 5000, minReviews: 1 } })).toMatchObject({
      isPriced: false,
      issues: [{ rule: 'minReviews' }],
    })
  })
})

describe('the least price', () => {
  test('100.00 less 25% with a gap of 2 points is 73.00, in whole cents and never above', () => {
    expect(computeLeastPrice(10_000, 2500, 200)).toBe(7300)
    expect(computeLeastPrice(1999, 2500, 200)).toBe(1459)
    expect(computeLeastPrice(10_000, 9900, 200)).toBe(0)
    expect(check(sale(), { rules: { leastPriceGap: 200 } }).products[0]).toMatchObject({
      price: 7500,
      leastPrice: 7300,
    })
  })

  test('the percentage counts that the promotion names, else the figure: down for what is asked, up for the least price', () => {
    const reduction = (price: number, own: number | null, regular = 1999) =>
      [Math.floor, Math.ceil].map((round) => computeReductionOf({ regular, price }, own, round))
    expect(reduction(1499, 2500)).toEqual([2500, 2500])
    expect(reduction(1499, null)).toEqual([2501, 2502])
    expect(reduction(6000, 2500, 10_000)).toEqual([4000, 4000])
    const amount = { kind: 'markdown' as const, reach: {}, value: { amount: 999, per: 'unit' as const } }
    const product = createProduct('PAD', 9999)
    expect(told(sale({ mechanic: amount }), { rules: { minReduction: 1000 }, products: [product] })).toEqual([
      ['minReduction', 'refused', { limit: 1000, found: 999 }],
    ])
  })

  test('a price floor above it is refused', () => {
    const store = { floor: { enforce: true, minMargin: 0 } }
    const at73 = createProduct('PAD', 10_000, { unitCost: null, minimumPrice: 7301 })
    expect(told(sale(), { rules: { leastPriceGap: 200 }, products: [at73], store })).toEqual([
      ['leastPriceGap', 'refused', { limit: 7301, found: 7300 }],
    ])
  })
})
