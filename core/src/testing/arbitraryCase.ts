import fc from 'fast-check'
import type { Catalogue, Condition, Order, Promotion, Store, Value } from '../plan.ts'

/** A whole case, small but nasty: few products, tight limits, many promotions on the same units. */
export interface ArbitraryCase {
  readonly store: Store
  readonly catalogue: Catalogue
  readonly promotions: readonly Promotion[]
  readonly order: Order
}

const SKUS = ['S0', 'S1', 'S2', 'S3']
const GROUPS = ['sale', 'multi', 'coupon']
const NOW = Date.parse('2027-03-28T10:00:00Z')

const maybe = <T>(arbitrary: fc.Arbitrary<T>, freq = 2) => fc.option(arbitrary, { nil: undefined, freq })
const maybeNull = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: null, freq: 1 })
const price = fc.integer({ min: 1, max: 1500 })
const percent = fc.constantFrom(500, 1000, 1250, 3333, 5000, 10_000)

const keys = fc.record(
  {
    skus: fc.subarray(SKUS, { minLength: 1 }),
    categories: fc.subarray(['paper', 'pads', 'paint'], { minLength: 1 }),
    tags: fc.constant(['new']),
    regularPrice: fc.record({ from: fc.integer({ min: 0, max: 600 }), below: fc.integer({ min: 601, max: 1600 }) }),
  },
  { requiredKeys: [] },
)
const reach = fc.oneof(
  { weight: 3, arbitrary: fc.constant({}) },
  { weight: 2, arbitrary: keys },
  {
    weight: 1,
    arbitrary: fc.record({ except: fc.record({ skus: fc.subarray(SKUS, { minLength: 1, maxLength: 2 }) }) }),
  },
)
const perUnit: fc.Arbitrary<Value> = fc.oneof(
  fc.record({ percent, of: maybe(fc.constant('regular' as const), 3) }),
  fc.record({ amount: fc.integer({ min: 1, max: 400 }), per: fc.constant('unit' as const) }),
  fc.record({ price: fc.integer({ min: 0, max: 900 }) }),
)
const once: fc.Arbitrary<Value> = fc.record({
  amount: fc.integer({ min: 1, max: 1500 }),
  per: fc.constant('once' as const),
})
const value = fc.oneof({ weight: 3, arbitrary: perUnit }, { weight: 1, arbitrary: once })
const tiers = (from: fc.Arbitrary<number>, values: fc.Arbitrary<Value>) =>
  fc
    .uniqueArray(fc.record({ from, value: values }), { minLength: 1, maxLength: 3, selector: (tier) => tier.from })
    .map((list) => list.sort((a, b) => a.from - b.from))
const money = fc.integer({ min: 0, max: 6000 })
const orderValue: fc.Arbitrary<Value> = fc.oneof(fc.record({ percent }), once)
const repeat = fc.oneof(fc.constantFrom('once' as const, 'every' as const), fc.integer({ min: 1, max: 3 }))
const pick = maybe(fc.constantFrom('dearest' as const, 'cheapest' as const))
const quantity = fc.integer({ min: 1, max: 3 })

const mechanics = {
  markdown: fc.record({
    kind: fc.constant('markdown' as const),
    reach,
    value: perUnit,
    rounding: maybe(
      fc.constantFrom({ to: 'nearest' as const, step: 50, ending: 5 }, { to: 'up' as const, step: 100, ending: 95 }),
      1,
    ),
  }),
  'item-discount': fc.record({
    kind: fc.constant('item-discount' as const),
    reach,
    value,
    maxUnits: maybe(quantity),
    pick,
  }),
  'quantity-break': fc
    .record({
      kind: fc.constant('quantity-break' as const),
      reach,
      count: fc.constantFrom('sku' as const, 'family' as const, 'reach' as const),
      tiers: tiers(fc.integer({ min: 1, max: 8 }), value),
      on: fc.constantFrom('all' as const, 'tier' as const),
    })
    .filter(
      ({ on, tiers: list }) =>
        on === 'all' || list.every((tier) => !('per' in tier.value && tier.value.per === 'once')),
    ),
  'spend-break': fc.record({ kind: fc.constant('spend-break' as const), reach, tiers: tiers(money, value) }),
  'buy-get': fc.record({
    kind: fc.constant('buy-get' as const),
    buy: fc.oneof(fc.record({ reach, quantity }), fc.record({ reach, spend: fc.integer({ min: 1, max: 2500 }) })),
    get: fc.oneof(
      fc.record({ sameSku: fc.constant(true as const), quantity, value }),
      fc.record({ reach, quantity, value }),
    ),
    repeat,
    pick,
  }),
  gift: fc.record({
    kind: fc.constant('buy-get' as const),
    buy: fc.oneof(fc.record({ reach, quantity }), fc.record({ reach, spend: fc.integer({ min: 100, max: 2500 }) })),
    get: fc.oneof(
      fc.record({ sameSku: fc.constant(true as const), quantity, value: fc.constant({ percent: 10_000 }) }),
      fc.record({
        reach: fc.constantFrom(...SKUS).map((sku) => ({ skus: [sku] })),
        quantity,
        value: fc.constant({ percent: 10_000 }),
      }),
    ),
    repeat,
    gift: fc.constant(true),
  }),
  bundle: fc.record({
    kind: fc.constant('bundle' as const),
    parts: fc.array(fc.record({ reach, quantity: fc.integer({ min: 1, max: 2 }) }), { minLength: 1, maxLength: 3 }),
    price: fc.integer({ min: 0, max: 2500 }),
    repeat,
    pick,
  }),
  'order-discount': fc.record({ kind: fc.constant('order-discount' as const), reach, tiers: tiers(money, orderValue) }),
  delivery: fc.record({
    kind: fc.constant('delivery' as const),
    tiers: tiers(money, fc.oneof(orderValue, fc.record({ price: fc.integer({ min: 0, max: 600 }) }))),
    basis: fc.constantFrom('shelf' as const, 'current' as const),
    options: maybe(fc.constant(['parcel']), 1),
  }),
  surcharge: fc.record({
    kind: fc.constant('surcharge' as const),
    reach,
    value: fc.oneof(
      fc.record({ percent: fc.integer({ min: 1, max: 1500 }) }),
      fc.record({ amount: fc.integer({ min: 1, max: 300 }), per: fc.constantFrom('unit' as const, 'once' as const) }),
    ),
  }),
}

const shopperTest: fc.Arbitrary<Condition> = fc.oneof(
  fc.constantFrom<Condition>(
    { test: 'group', in: ['club'] },
    { test: 'signedIn', is: false },
    { test: 'channel', in: ['web'] },
  ),
  fc.record({
    test: fc.constant('orders' as const),
    op: fc.constantFrom('>=' as const, '<' as const),
    count: quantity,
  }),
)
const cartTest: fc.Arbitrary<Condition> = fc.oneof(
  fc.record({
    test: fc.constant('spend' as const),
    reach,
    basis: fc.constantFrom('regular' as const, 'shelf' as const, 'current' as const),
    op: fc.constantFrom('>=' as const, '<' as const, '>' as const),
    amount: money,
  }),
  fc.record({
    test: fc.constant('quantity' as const),
    reach,
    op: fc.constantFrom('>=' as const, '<=' as const),
    count: quantity,
  }),
)
const junction = (test: fc.Arbitrary<Condition>): fc.Arbitrary<Condition> =>
  fc.oneof(
    test,
    fc.record({ not: test }),
    fc.array(test, { maxLength: 3 }).map((all) => ({ all })),
    fc.array(test, { maxLength: 3 }).map((any) => ({ any })),
  )

type Kind = keyof typeof mechanics
const PHASE_0_OR_1: readonly Kind[] = ['markdown']
const OUTSIDE_STACKING: readonly Kind[] = ['delivery', 'surcharge']

function arbitraryPromotion(index: number): fc.Arbitrary<Promotion> {
  return fc.constantFrom(...(Object.keys(mechanics) as Kind[])).chain((kind) => {
    const isShelf = PHASE_0_OR_1.includes(kind)
    const isOutside = OUTSIDE_STACKING.includes(kind)
    const hasUnits = !isOutside && kind !== 'order-discount'
    const modes = ['group', 'group', 'group', 'alone', 'closes', ...(isShelf ? [] : ['sole'])] as const
    return fc.record({
      id: fc.constant(`p${index}`),
      name: fc.constant(`p${index}`),
      rank: fc.constant(index),
      state: fc.constantFrom('ready' as const, 'ready' as const, 'ready' as const, 'ready' as const, 'paused' as const),
      schedule: fc.constantFrom<Promotion['schedule']>(
        {},
        {},
        {},
        { start: '2027-03-28T02:30' },
        { end: '2027-03-28T12:00' },
        {
          weekly: [{ days: [7], from: '00:00', to: '00:00' }],
        },
      ),
      code: isShelf
        ? fc.constant(null)
        : fc.constantFrom<Promotion['code']>(null, null, null, { text: 'SPRING' }, { batch: true }),
      when: fc.oneof(
        { weight: 3, arbitrary: fc.constant(null) },
        { weight: 1, arbitrary: junction(isShelf ? shopperTest : fc.oneof(shopperTest, cartTest)) },
      ),
      mechanic: mechanics[kind] as fc.Arbitrary<Promotion['mechanic']>,
      ...(isOutside
        ? {}
        : { stacking: fc.record({ group: fc.constantFrom(...GROUPS), mode: fc.constantFrom(...modes) }) }),
      limits: fc.record({
        usesPerShopper: maybeNull(quantity),
        budget: maybeNull(fc.integer({ min: 1, max: 2000 })),
        budgetStops: fc.boolean(),
        ...(hasUnits ? { units: maybeNull(fc.integer({ min: 1, max: 6 })) } : {}),
        ...(isShelf ? {} : { perOrder: maybeNull(fc.integer({ min: 1, max: 1500 })) }),
      }),
      ladder: fc.constant(null),
    }) as fc.Arbitrary<Promotion>
  })
}

const product = (sku: string, index: number) =>
  fc.record({
    sku: fc.constant(sku),
    name: fc.constant(sku),
    family: fc.constantFrom(null, 'F'),
    categories: fc.constantFrom(['paper'], ['pads'], ['paint']),
    tags: fc.constantFrom([], ['new']),
    regularPrice: index === 0 ? fc.constantFrom(333, 500, 1000) : price,
    unitCost: maybeNull(fc.integer({ min: 1, max: 500 })),
    minimumPrice: maybeNull(fc.integer({ min: 1, max: 900 })),
    taxRate: fc.constantFrom(0, 1000, 2000),
    stock: maybeNull(fc.integer({ min: 0, max: 12 })),
  })

/** At most so many promotions, and units of each line. */
export function arbitraryCase({
  promotions,
  units,
}: {
  promotions: number
  units: number
}): fc.Arbitrary<ArbitraryCase> {
  const shopper = fc.record({
    id: fc.constant('s1'),
    groups: fc.constantFrom([], ['club']),
    tags: fc.constant([]),
    orders: fc.integer({ min: 0, max: 3 }),
    spent: money,
    bought: fc.constant([]),
  })
  return fc.record({
    store: fc.record({
      currency: fc.constant('EUR'),
      timeZone: fc.constant('Europe/Vienna'),
      pricesIncludeTax: fc.boolean(),
      deliveryTaxRate: fc.constant(2000),
      surchargeTaxRate: fc.constant(1000),
      conflicts: fc.constantFrom('best' as const, 'best' as const, 'rank' as const),
      maxCodesPerOrder: fc.integer({ min: 0, max: 2 }),
      floor: fc.record({ enforce: fc.boolean(), minMargin: fc.constantFrom(0, 1000) }),
      stackGroups: fc.constant(GROUPS),
      apart: fc.array(fc.tuple(fc.constantFrom(...GROUPS), fc.constantFrom(...GROUPS)), { maxLength: 3 }),
    }),
    catalogue: fc.tuple(...SKUS.map(product)).map((products) => ({
      categories: [
        { id: 'paper', name: 'Paper', parent: null },
        { id: 'pads', name: 'Pads', parent: 'paper' },
        { id: 'paint', name: 'Paint', parent: null },
      ],
      products,
      sets: [],
    })),
    promotions: fc
      .integer({ min: 1, max: promotions })
      .chain((count) => fc.tuple(...Array.from({ length: count }, (_, index) => arbitraryPromotion(index + 1)))),
    order: fc.record({
      now: fc.constant(NOW),
      cart: fc.record({
        lines: fc.array(fc.record({ sku: fc.constantFrom(...SKUS), quantity: fc.integer({ min: 1, max: units }) }), {
          minLength: 1,
          maxLength: 4,
        }),
        codes: fc.subarray(['SPRING', 'b-1x', 'B2', 'NOPE']),
        channel: fc.constantFrom('web', 'app'),
        delivery: fc.option(
          fc.constantFrom(
            { option: 'parcel', price: 490, country: 'AT' },
            { option: 'courier', price: 990, country: 'DE' },
          ),
        ),
        shopper: fc.option(shopper),
      }),
      facts: fc.dictionary(
        fc.constantFrom('p1', 'p2', 'p3'),
        fc.record({
          usesByShopper: fc.integer({ min: 0, max: 2 }),
          unitsSold: fc.integer({ min: 0, max: 3 }),
          discountGiven: fc.integer({ min: 0, max: 900 }),
        }),
      ),
      codes: fc.constant({
        B1X: { promotion: 'p2', state: 'open' as const },
        B2: { promotion: 'p3', state: 'used' as const },
      }),
    }),
  })
}
