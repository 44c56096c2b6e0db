import fc from 'fast-check'
import type { Promotion } from '../plan/index.ts'
import type { Catalogue, Condition, Order, Refill, Store } from '../terms/index.ts'
import {
  arbitraryLadder,
  GROUPS,
  maybeNull,
  mechanics,
  money,
  NOW,
  price,
  quantity,
  reach,
  SKUS,
} from './arbitraryMechanic.ts'

/** A whole case, small but nasty: few products, tight limits, many promotions on the same units. */
export interface ArbitraryCase {
  readonly store: Store
  readonly catalogue: Catalogue
  readonly promotions: readonly Promotion[]
  readonly order: Order
  /** Partner channels. */
  readonly partners?: readonly string[]
}

const shopperTest: fc.Arbitrary<Condition> = fc.oneof(
  fc.constantFrom<Condition>(
    { test: 'group', in: ['club'] },
    { test: 'signedIn', is: false },
    { test: 'channel', in: ['web'] },
    { test: 'country', in: ['AT'] },
    { test: 'tag', in: ['press', 'old'] },
    { test: 'shopper', in: ['s1'] },
    { test: 'audience', in: ['lapsed', 'new'] },
  ),
  fc.record({ test: fc.constant('bought' as const), reach }),
  fc.record({
    test: fc.constant('spent' as const),
    op: fc.constantFrom('>' as const, '<=' as const, '=' as const, '!=' as const),
    amount: money,
  }),
  fc.record({
    test: fc.constant('orders' as const),
    op: fc.constantFrom('>=' as const, '<' as const),
    count: quantity,
  }),
)
const cartTest: fc.Arbitrary<Condition> = fc.oneof(
  fc.constant<Condition>({ test: 'option', in: ['parcel'] }),
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
const PHASE_0_OR_1: readonly Kind[] = ['price-steps', 'markdown', 'bands']
const OUTSIDE_STACKING: readonly Kind[] = ['price-steps', 'delivery', 'surcharge']

function arbitraryPromotion(index: number): fc.Arbitrary<Promotion> {
  return fc.constantFrom(...(Object.keys(mechanics) as Kind[])).chain((kind) => {
    const isShelf = PHASE_0_OR_1.includes(kind)
    const isOutside = OUTSIDE_STACKING.includes(kind)
    const hasUnits = !isOutside && kind !== 'order-discount'
    const modes = ['group', 'group', 'group', 'alone', 'closes', ...(isShelf ? [] : ['sole'])] as const
    return (
      fc.record({
        id: fc.constant(`p${index}`),
        name: fc.constant(`p${index}`),
        rank: fc.constant(index),
        state: fc.constantFrom(
          'ready' as const,
          'ready' as const,
          'ready' as const,
          'ready' as const,
          'paused' as const,
        ),
        schedule: fc.constantFrom<Promotion['schedule']>(
          {},
          {},
          {},
          { start: '2027-03-28T02:30' },
          { end: '2027-03-28T12:00' },
          { end: '2027-03-28T13:00' },
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
        partners: fc.constantFrom<NonNullable<Promotion['partners']>>(
          [],
          [{ channel: 'app' }, { channel: 'web' }],
          [{ channel: 'web', ...(isShelf ? { leftOut: ['S0', 'S3'] } : {}) }],
        ),
        ...(isOutside
          ? {}
          : { stacking: fc.record({ group: fc.constantFrom(...GROUPS), mode: fc.constantFrom(...modes) }) }),
        limits: fc.record({
          uses: maybeNull(quantity),
          usesPerShopper: maybeNull(quantity),
          budget: maybeNull(fc.integer({ min: 1, max: 2000 })),
          budgetStops: fc.boolean(),
          ...(hasUnits ? { units: maybeNull(fc.integer({ min: 1, max: 6 })) } : {}),
          ...(isShelf ? {} : { perOrder: maybeNull(fc.integer({ min: 1, max: 1500 })) }),
        }),
      }) as fc.Arbitrary<Promotion>
    )
      .chain((promotion) => arbitraryRefills(promotion))
      .chain((promotion) => arbitraryLadder(kind, promotion).map((ladder): Promotion => ({ ...promotion, ladder })))
  })
}

/** More units at so few left, or in the last hours: some of them fire at the facts and the moment of the cases. */
function arbitraryRefills(promotion: Promotion): fc.Arbitrary<Promotion> {
  if (promotion.limits.units == null) return fc.constant(promotion)
  const at: fc.Arbitrary<Refill['at']>[] = [
    fc.integer({ min: 0, max: 4 }).map((unitsLeft) => ({ unitsLeft })),
    ...(promotion.schedule.end === undefined
      ? []
      : [fc.constantFrom(0, 0.5, 1, 24).map((hoursLeft) => ({ hoursLeft }))]),
  ]
  const refill: fc.Arbitrary<Refill> = fc.record({ at: fc.oneof(...at), add: fc.integer({ min: 1, max: 4 }) })
  return fc
    .array(refill, { maxLength: 3 })
    .map((refills) => (refills.length > 0 ? { ...promotion, limits: { ...promotion.limits, refills } } : promotion))
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
    tags: fc.constantFrom([], ['press']),
    audiences: fc.constantFrom([], ['lapsed']),
    orders: fc.integer({ min: 0, max: 3 }),
    spent: money,
    bought: fc.subarray([...SKUS, 'GONE']),
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
      sets: [{ id: 'hand', skus: ['S0', 'S2', 'GONE'] }],
    })),
    partners: fc.constantFrom([], [], ['web'], ['app']),
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
          uses: fc.integer({ min: 0, max: 2 }),
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
