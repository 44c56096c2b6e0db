import fc from 'fast-check'
import { expect, test } from 'vitest'
import { computeQuote, compilePlan } from '../../pricing/index.ts'
import { arbitraryCase, type ArbitraryCase } from '../../testing/arbitraryCase.ts'
import { NOW } from '../../testing/arbitraryMechanic.ts'
import { createProofInput } from '../../testing/proof.ts'
import { createProduct, createPromotion } from '../../testing/shop.ts'
import { computeFindings } from '../computeFindings.ts'
import { createProbe } from '../probe.ts'
import type { ProofInput } from '../proofInput.ts'
import { findSituations } from '../situations.ts'
import { findProductStacks, findSuspects } from './deepestStack.ts'
import { enumerateOrders } from './enumerate.ts'
import { isAlarming, isWorse, measureStack, type Stack } from './stack.ts'

function toInput({ store, catalogue, promotions, order }: ArbitraryCase): ProofInput {
  const alarm = { reduction: 4000 }
  return {
    ...createProofInput([], []),
    plan: compilePlan({ store: { ...store, alarm }, catalogue, promotions }),
    now: NOW,
    facts: order.facts,
  }
}

/** Every product, every situation, every order; nothing left out. */
function findNaively(input: ProofInput): Map<string, Stack> {
  const probe = createProbe(input)
  const stacks = new Map<string, Stack>()
  const tried = probe.groups.flatMap(({ entries, products }) => {
    const situations = findSituations(entries, { now: input.now, facts: probe.facts }, products[0]!.regularPrice)
    return products.flatMap((product) =>
      situations.flatMap((situation) =>
        [...enumerateOrders(product, situation, probe)].map((order) => ({ product, order })),
      ),
    )
  })
  for (const { product, order } of tried) {
    const stack = measureStack(input.plan, order, probe.thresholds)
    if (!stack || !isAlarming(stack, probe.thresholds)) continue
    if (isWorse(stack, stacks.get(product.sku) ?? null)) stacks.set(product.sku, stack)
  }
  return stacks
}

const NO_LIMIT = { each: Infinity, all: Infinity, crowded: Infinity }

test('the search finds what a naive one finds, and its bound clears no product that raises an alarm', () => {
  fc.assert(
    fc.property(arbitraryCase({ promotions: 6, units: 3 }), (one) => {
      const input = toInput(one)
      const naive = findNaively(input)
      const probe = createProbe(input)
      const suspects = new Set(findSuspects(probe).map(({ product }) => product.sku))
      expect([...naive.keys()].filter((sku) => !suspects.has(sku))).toEqual([])
      const found = new Map(findProductStacks(probe, NO_LIMIT).map(({ product, stack }) => [product.sku, stack]))
      expect([...found.keys()].sort()).toEqual([...naive.keys()].sort())
      for (const [sku, stack] of found) {
        const { reduction, isLoss } = naive.get(sku)!
        expect({ reduction: stack.reduction, isLoss: stack.isLoss }).toEqual({ reduction, isLoss })
      }
    }),
    { numRuns: 60 },
  )
})

test('goods beside a product that another promotion reduces are counted with it', () => {
  const small = createProduct('S', 10)
  const large = createProduct('L', 1000, { unitCost: null })
  const third = createPromotion('1', {
    mechanic: {
      kind: 'buy-get',
      buy: { reach: { skus: ['S'] }, quantity: 1 },
      get: { reach: { skus: ['L'] }, quantity: 4, value: { percent: 3000 } },
      repeat: 'once',
    },
  })
  // Never looks at S, but takes off the same units of L.
  const second = createPromotion('2', {
    mechanic: {
      kind: 'buy-get',
      buy: { reach: { skus: ['L'] }, quantity: 1 },
      get: { sameSku: true, quantity: 1, value: { percent: 10_000 } },
      repeat: 'once',
    },
    stacking: { group: 'extra', mode: 'group' },
  })
  const input = createProofInput([small, large], [third, second], { store: { alarm: { reduction: 3500 } } })
  expect([...findNaively(input).keys()]).toContain('S')
  expect(findSuspects(createProbe(input)).map(({ product }) => product.sku)).toContain('S')
})

test('a gift whose price steps lift it is counted at the lifted price', () => {
  const gift = createPromotion('1', {
    mechanic: {
      kind: 'buy-get',
      buy: { reach: { skus: ['L'] }, quantity: 1 },
      get: { reach: { skus: ['S'] }, quantity: 1, value: { percent: 10_000 } },
      gift: true,
      repeat: 'once',
    },
  })
  const steps = createPromotion('2', {
    mechanic: { kind: 'price-steps', reach: { skus: ['S'] } },
    ladder: { by: 'date', rungs: [{ at: '2027-03-01T00:00', value: { price: 2000 } }] },
    stacking: undefined,
  })
  const products = [createProduct('S', 10), createProduct('L', 1000, { unitCost: null })]
  const input = createProofInput(products, [gift, steps], { store: { alarm: { reduction: 4000 } } })
  expect([...findNaively(input).keys()]).toContain('L')
  expect(findSuspects(createProbe(input)).map(({ product }) => product.sku)).toContain('L')
})

test('price steps that lift a product into a reach are searched with what they lift it into', () => {
  const steps = createPromotion('1', {
    mechanic: { kind: 'price-steps', reach: {} },
    ladder: { by: 'date', rungs: [{ at: '2027-03-27T00:00', value: { price: 2000 } }] },
    stacking: undefined,
  })
  const dear = createPromotion('2', {
    mechanic: { kind: 'item-discount', reach: { regularPrice: { from: 1500 } }, value: { percent: 9000 } },
  })
  const input = createProofInput([A], [steps, dear], { store: { floor: { enforce: false, minMargin: 0 } } })
  expect(findProductStacks(createProbe(input)).map(({ stack }) => stack.promotions)).toEqual([['2']])
})

test('whatever the plan, each proof comes to what it says', () => {
  fc.assert(
    fc.property(arbitraryCase({ promotions: 5, units: 3 }), (one) => {
      const input = toInput(one)
      for (const { proof } of computeFindings(input)) {
        if (!('carts' in proof)) continue
        for (const { order, total } of proof.carts) expect(computeQuote(input.plan, order).totals.grand).toBe(total)
      }
    }),
    { numRuns: 60 },
  )
})

const A = createProduct('A', 1000, { unitCost: 400 })
const half = createPromotion('1', { mechanic: { kind: 'markdown', reach: {}, value: { percent: 4000 } } })
const more = createPromotion('2', {
  code: { text: 'MORE-2027' },
  mechanic: { kind: 'item-discount', reach: {}, value: { percent: 3000 } },
  stacking: { group: 'extra', mode: 'group' },
})

test('a code on top of a sale below cost: the worst cart, what it leaves, and who made it', () => {
  const [finding] = computeFindings(
    createProofInput([A], [half, more], { store: { floor: { enforce: false, minMargin: 0 } } }),
    { kinds: ['deepest-stack'] },
  )
  // 600 by the sale, 420 with the code; 350 without tax, less 400.
  expect(finding).toMatchObject({
    severity: 'blocker',
    subjects: [
      { kind: 'promotion', id: '1' },
      { kind: 'promotion', id: '2' },
    ],
    facts: {
      sku: 'A',
      regular: 1000,
      total: 420,
      reduction: 5800,
      margin: -50,
      isLoss: true,
      products: 1,
      atMost: null,
    },
  })
  expect(finding!.proof).toMatchObject({ carts: [{ order: { cart: { codes: ['MORE-2027'] } }, total: 420 }] })
})

test('a free third is a third off, not a hundred percent', () => {
  const third = createPromotion('1', {
    mechanic: {
      kind: 'buy-get',
      buy: { reach: {}, quantity: 2 },
      get: { sameSku: true, quantity: 1, value: { percent: 10_000 } },
      repeat: 'every',
    },
  })
  const probe = createProbe(createProofInput([A], [third], { store: { alarm: { reduction: 3000 } } }))
  const [found] = findProductStacks(probe)
  expect(found!.stack).toMatchObject({ regular: 3000, total: 2000, reduction: 3333 })
})

test('a search that is cut short says how bad it might be at most', () => {
  const probe = createProbe(createProofInput([A], [half, more]))
  expect(findProductStacks(probe, { each: 500, all: 500, crowded: 500 })[0]).toMatchObject({ atLeast: null })
  const [cut] = findProductStacks(probe, { each: 1, all: 1, crowded: 500 })
  expect(cut).toMatchObject({ stack: { reduction: 5200 } })
  expect(cut!.atLeast).toBeLessThanOrEqual(0.48)
})
