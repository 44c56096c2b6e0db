import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { compileCatalogue } from '../catalogue/index.ts'
import { checkPromotion } from '../plan/index.ts'
import { compilePlan } from '../pricing/index.ts'
import type { Rounding } from '../terms/index.ts'
import { CATEGORIES, createProduct, createPromotion, createStore } from '../testing/shop.ts'
import { computePublicPrice } from '../time/index.ts'
import { DAY_MS } from '../values/index.ts'
import {
  applyOperation,
  computeRepricing,
  findAccepted,
  sortOddFirst,
  toMechanic,
  type Oddity,
  type Operation,
  type RepriceInput,
  type Repricing,
} from './reprice.ts'

const store = createStore()
const FRAME = { store, from: 0, until: 10 * DAY_MS }
const half: Operation = { kind: 'percent', direction: 'down', percent: 5000 }
const plainly = (operation: Operation, changes: Partial<Repricing> = {}): Repricing => ({
  bands: [{ from: 0, operation }],
  basis: 'regular',
  rounding: null,
  target: 'sale',
  ...changes,
})
const input = (regular: number, changes: Partial<RepriceInput> = {}): RepriceInput => ({
  product: createProduct('A', regular),
  regular,
  shelf: regular,
  prior: regular,
  reducedSince: null,
  expected: null,
  ...changes,
})
const only = (given: RepriceInput, repricing: Repricing, until = FRAME.until) =>
  computeRepricing([given], repricing, { ...FRAME, until })[0]!

describe('operations', () => {
  const ending: Rounding = { to: 'nearest', step: 100, ending: 95 }
  test.each<[string, Operation, number, Rounding | null, number]>([
    ['half of 9.99 is 4.99: 4.995 off, rounded up, is 5.00', half, 999, null, 499],
    ['an amount off', { kind: 'amount', direction: 'down', amount: 300 }, 1000, null, 700],
    ['no more off than there is', { kind: 'amount', direction: 'down', amount: 300 }, 200, null, 0],
    ['one price', { kind: 'price', price: 750 }, 1000, null, 750],
    ['one price that is higher', { kind: 'price', price: 1200 }, 1000, null, 1200],
    ['percent up', { kind: 'percent', direction: 'up', percent: 500 }, 1050, null, 1103],
    ['amount up', { kind: 'amount', direction: 'up', amount: 25 }, 1050, null, 1075],
    ['an ending, down', half, 1100, ending, 595],
    ['an ending, up', { kind: 'percent', direction: 'up', percent: 1000 }, 1000, ending, 1095],
    ['a step', { kind: 'percent', direction: 'down', percent: 1000 }, 1050, { to: 'down', step: 50 }, 900],
    [
      'rounding that would undo a rise is left out',
      { kind: 'amount', direction: 'up', amount: 5 },
      1000,
      { to: 'down', step: 100 },
      1005,
    ],
    [
      'rounding that would undo a cut is left out',
      { kind: 'amount', direction: 'down', amount: 5 },
      1000,
      { to: 'up', step: 100 },
      995,
    ],
  ])('%s', (_name, operation, basis, rounding, expected) => {
    expect(applyOperation(operation, basis, rounding)).toBe(expected)
  })
  test('a rounded price ends as asked, lies within a step, and on the right side', () => {
    const roundings = fc.record({
      to: fc.constantFrom('nearest' as const, 'up' as const, 'down' as const),
      step: fc.constantFrom(5, 10, 50, 100, 1000),
      ending: fc.constantFrom(0, 4),
    })
    fc.assert(
      fc.property(
        fc.integer({ min: 2000, max: 900_000 }),
        fc.integer({ min: 100, max: 5000 }),
        fc.boolean(),
        roundings,
        (basis, percent, isUp, rounding) => {
          const operation: Operation = { kind: 'percent', direction: isUp ? 'up' : 'down', percent }
          const plain = applyOperation(operation, basis, null)
          const rounded = applyOperation(operation, basis, rounding)
          if (rounded === plain) return
          expect((rounded - rounding.ending) % rounding.step).toBe(0)
          expect(Math.abs(rounded - plain)).toBeLessThan(rounding.step)
          if (rounding.to === 'nearest') expect(Math.abs(rounded - plain) * 2).toBeLessThanOrEqual(rounding.step)
          if (rounding.to === 'up') expect(rounded).toBeGreaterThan(plain)
          if (rounding.to === 'down') expect(rounded).toBeLessThan(plain)
          expect(isUp ? rounded > basis : rounded < basis).toBe(true)
        },
      ),
    )
  })
})

describe('bands', () => {
  const three: Repricing = {
    ...plainly(half),
    bands: [
      { from: 0, operation: { kind: 'percent', direction: 'down', percent: 1500 } },
      { from: 1050, operation: { kind: 'percent', direction: 'down', percent: 1000 } },
      { from: 3000, operation: { kind: 'percent', direction: 'down', percent: 500 } },
    ],
  }
  test.each([
    [1049, 892],
    [1050, 945],
    [1051, 946],
    [2999, 2699],
    [3000, 2850],
    [3001, 2851],
  ])('%s becomes %s', (regular, after) => {
    expect(only(input(regular), three).after).toBe(after)
  })
  test('below the first nothing is done, and that is said', () => {
    const high = { ...three, bands: three.bands.slice(1) }
    expect(only(input(1049), high)).toMatchObject({ after: null, oddities: ['no-band'] })
  })
  test('leave no gap and do not overlap: every price falls in exactly one', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 5000 }), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 0, max: 6000 }),
        (limits, price) => {
          const starts = [0, ...limits.sort((a, b) => a - b)]
          const bands = starts.map((from) => ({ from, operation: { kind: 'price' as const, price: from } }))
          const within = starts.filter((from, at) => from <= price && price < (starts[at + 1] ?? Infinity))
          expect(within).toHaveLength(1)
          expect(only(input(price), { ...three, bands }).after).toBe(within[0])
        },
      ),
    )
  })
})

describe('what is odd', () => {
  const costly = createProduct('A', 1000, { unitCost: 500, stock: 5 })
  test.each<[string, RepriceInput, Repricing, number | null, Oddity[]]>([
    ['nothing', input(1000), plainly(half), 500, []],
    ['no sale price to reckon from is never a zero', input(1000), plainly(half, { basis: 'sale' }), null, ['no-basis']],
    [
      'a sale price to reckon from',
      input(1000, { shelf: 800 }),
      plainly(half, { basis: 'sale' }),
      400,
      ['already-reduced'],
    ],
    ['below the floor, where the shop stops', input(1000, { product: costly }), plainly(half), 600, ['below-floor']],
    [
      'a regular price below cost and floor: it knows none',
      input(1000, { product: costly }),
      plainly(half, { target: 'regular' }),
      500,
      ['below-cost', 'below-floor'],
    ],
    ['a sale above the regular price', input(1000), plainly({ kind: 'price', price: 1100 }), 1100, ['above-regular']],
    ['no change', input(1000, { shelf: 500 }), plainly(half), 500, ['no-change', 'already-reduced']],
    ['a prior price below the regular one', input(1000, { prior: 700 }), plainly(half), 500, ['not-struck']],
    ['nothing known of the days before', input(1000, { prior: null }), plainly(half), 500, ['not-struck']],
    [
      'too little stock',
      input(1000, { product: { ...costly, unitCost: null }, expected: 6 }),
      plainly(half),
      500,
      ['short-stock'],
    ],
    ['just enough stock', input(1000, { product: { ...costly, unitCost: null }, expected: 5 }), plainly(half), 500, []],
  ])('%s', (_name, given, repricing, after, oddities) => {
    expect(only(given, repricing)).toMatchObject({ after, oddities })
  })
  test.each([
    [90, []],
    [90.001, ['too-long']],
    [Infinity, ['too-long']],
  ])('a sale of %s days', (days, oddities) => {
    expect(only(input(1000), plainly(half), days * DAY_MS).oddities).toEqual(oddities)
  })
  test('counts the days of the reduction that it goes on with', () => {
    const given = input(1000, { shelf: 900, reducedSince: -81 * DAY_MS })
    expect(only(given, plainly(half)).oddities).toContain('too-long')
  })
  test('comes first, the gravest before the others', () => {
    const rows = [input(100), input(200, { prior: null }), input(300, { shelf: 150 }), input(400)]
    const odd = sortOddFirst(computeRepricing(rows, plainly(half), FRAME))
    expect(odd.map(({ regular }) => regular)).toEqual([300, 200, 100, 400])
  })
})

test('what is accepted is what the shop charges, whatever the operation', () => {
  const operations = fc.oneof(
    fc.record({
      kind: fc.constant('percent' as const),
      direction: fc.constantFrom('down' as const, 'up' as const),
      percent: fc.integer({ min: 1, max: 10_000 }),
    }),
    fc.record({
      kind: fc.constant('amount' as const),
      direction: fc.constantFrom('down' as const, 'up' as const),
      amount: fc.integer({ min: 1, max: 3000 }),
    }),
    fc.record({ kind: fc.constant('price' as const), price: fc.integer({ min: 0, max: 5000 }) }),
  )
  const bands = fc
    .uniqueArray(fc.record({ from: fc.integer({ min: 0, max: 4000 }), operation: operations }), {
      minLength: 1,
      maxLength: 3,
      selector: ({ from }) => from,
    })
    .map((list) => list.sort((a, b) => a.from - b.from))
  const rounding = fc.option(
    fc.record({
      to: fc.constantFrom('nearest' as const, 'up' as const, 'down' as const),
      step: fc.constantFrom(10, 100),
      ending: fc.constantFrom(0, 5),
    }),
  )
  const repricings = fc.record({
    bands,
    basis: fc.constantFrom('regular' as const, 'sale' as const),
    rounding,
    target: fc.constantFrom('sale' as const, 'regular' as const),
  })
  const products = fc.array(
    fc.record({ regular: fc.integer({ min: 1, max: 5000 }), cost: fc.option(fc.integer({ min: 0, max: 4000 })) }),
    { minLength: 1, maxLength: 4 },
  )
  fc.assert(
    fc.property(products, repricings, (given, repricing) => {
      const goods = given.map(({ regular, cost }, index) => createProduct(`S${index}`, regular, { unitCost: cost }))
      const inputs = goods.map((product) =>
        input(product.regularPrice, { product, shelf: Math.ceil(product.regularPrice / 2) }),
      )
      const rows = computeRepricing(inputs, repricing, FRAME)
      const accepted = findAccepted(rows, repricing.target)
      if (accepted.size === 0) return
      const mechanic = toMechanic(repricing, accepted, {})
      const { stacking, ...plain } = createPromotion('p1', { mechanic })
      const promotion = mechanic.kind === 'markdown' ? { ...plain, stacking: stacking! } : plain
      const catalogue = { categories: CATEGORIES, products: goods, sets: [] }
      expect(
        checkPromotion(promotion, { store, catalogue: compileCatalogue(catalogue) }).filter(
          ({ code }) => code !== 'price-not-lower',
        ),
      ).toEqual([])
      const plan = compilePlan({ store, catalogue, promotions: [promotion] })
      for (const { product, after, regular } of rows) {
        const { price } = computePublicPrice(plan, product, 0, { channel: 'web', facts: {} })
        if (repricing.target === 'regular') expect(price).toBe(accepted.get(product.sku) ?? regular)
        else expect(price).toBe(after === null || after >= regular ? regular : Math.max(after, 0))
      }
    }),
    { numRuns: 300 },
  )
})
