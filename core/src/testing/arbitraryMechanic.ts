import fc from 'fast-check'
import type { Promotion } from '../plan/index.ts'
import type { Ladder, Value } from '../terms/index.ts'

export const SKUS = ['S0', 'S1', 'S2', 'S3']
export const GROUPS = ['sale', 'multi', 'coupon']
export const NOW = Date.parse('2027-03-28T10:00:00Z')

const maybe = <T>(arbitrary: fc.Arbitrary<T>, freq = 2) => fc.option(arbitrary, { nil: undefined, freq })
export const maybeNull = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: null, freq: 1 })
export const price = fc.integer({ min: 1, max: 1500 })
const percent = fc.constantFrom(500, 1000, 1250, 3333, 5000, 10_000)

const keys = fc.record(
  {
    skus: fc.subarray(SKUS, { minLength: 1 }),
    categories: fc.subarray(['paper', 'pads', 'paint'], { minLength: 1 }),
    sets: fc.constant(['hand']),
    families: fc.constant(['F']),
    tags: fc.constant(['new']),
    regularPrice: fc.record({ from: fc.integer({ min: 0, max: 600 }), below: fc.integer({ min: 601, max: 1600 }) }),
  },
  { requiredKeys: [] },
)
export const reach = fc.oneof(
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
export const money = fc.integer({ min: 0, max: 6000 })
const orderValue: fc.Arbitrary<Value> = fc.oneof(fc.record({ percent }), once)
const repeat = fc.oneof(fc.constantFrom('once' as const, 'every' as const), fc.integer({ min: 1, max: 3 }))
const pick = maybe(fc.constantFrom('dearest' as const, 'cheapest' as const))
export const quantity = fc.integer({ min: 1, max: 3 })

const bands = fc
  .uniqueArray(fc.record({ from: fc.integer({ min: 0, max: 1200 }), value: perUnit }), {
    minLength: 1,
    maxLength: 3,
    selector: (band) => band.from,
  })
  .map((list) => list.sort((a, b) => a.from - b.from))

export const mechanics = {
  'price-steps': fc.record({ kind: fc.constant('price-steps' as const), reach }),
  bands: fc.record({ kind: fc.constant('markdown' as const), reach, bands }),
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

/** Arbitrary rung values by kind; kinds without ladders are absent. */
const RUNG_VALUES: { readonly [K in keyof typeof mechanics]?: fc.Arbitrary<Value> } = {
  'price-steps': fc.record({ price }),
  markdown: perUnit,
  'item-discount': value,
  'buy-get': value,
  'order-discount': orderValue,
  delivery: orderValue,
}

/** A ladder that the promotion may have, or mostly none; price steps always have one. */
export function arbitraryLadder(kind: keyof typeof mechanics, promotion: Promotion): fc.Arbitrary<Ladder | null> {
  const { mechanic, limits, schedule } = promotion
  const values = RUNG_VALUES[kind]
  if (!values || ('tiers' in mechanic && mechanic.tiers.length > 1)) return fc.constant(null)
  const rungs = <T extends number | string>(at: readonly T[]) =>
    fc
      .uniqueArray(fc.record({ at: fc.constantFrom(...at), value: values }), {
        minLength: 1,
        maxLength: 3,
        selector: (rung) => rung.at,
        // Ascending, as a plan file wants them.
      })
      .map((list) => list.sort((a, b) => (a.at < b.at ? -1 : 1)))
  const ladders = [
    rungs([0, 1, 2, 3, 4]).map((list): Ladder => ({ by: 'unitsSold', rungs: list })),
    rungs(['2027-03-27T00:00', '2027-03-28T11:59', '2027-03-28T12:00', '2027-03-28T12:01']).map((list): Ladder => ({
      by: 'date',
      rungs: list,
    })),
    ...(limits.units == null ? [] : [rungs([0, 1, 2, 3, 6]).map((list): Ladder => ({ by: 'unitsLeft', rungs: list }))]),
    ...(schedule.end === undefined
      ? []
      : [rungs([0, 0.5, 0.75, 1, 24]).map((list): Ladder => ({ by: 'hoursLeft', rungs: list }))]),
  ]
  if (kind === 'price-steps') return fc.oneof(...ladders)
  return fc.oneof({ weight: 4, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: fc.oneof(...ladders) })
}
