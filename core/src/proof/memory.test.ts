import fc from 'fast-check'
import { expect, test } from 'vitest'
import { compilePlan, computeQuote } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'
import { arbitraryCase } from '../testing/arbitraryCase.ts'
import { NOW } from '../testing/arbitraryMechanic.ts'
import { createProofInput } from '../testing/proof.ts'
import { computeFindings } from './computeFindings.ts'
import type { Finding } from './finding.ts'
import { createProofMemory } from './memory.ts'
import type { ProofInput } from './proofInput.ts'

const cartsOf = ({ proof }: Finding) => ('carts' in proof ? proof.carts : [])

/** Orders say what was used up of every promotion, also of those that they do not meet, which may be edited since. */
function toComparable({ proof, ...rest }: Finding) {
  if (!('carts' in proof)) return { proof, ...rest }
  return { ...rest, carts: proof.carts.map(({ order: { facts: _facts, ...order }, total }) => ({ order, total })) }
}

test('what is recalled after an edit is what is found anew', () => {
  const cases = fc.tuple(
    arbitraryCase({ promotions: 6, units: 3 }),
    arbitraryCase({ promotions: 6, units: 3 }),
    fc.array(fc.nat({ max: 5 }), { minLength: 1, maxLength: 4 }),
  )
  fc.assert(
    fc.property(cases, ([one, other, edits]) => {
      const { store, catalogue } = one
      const memory = createProofMemory()
      let promotions = one.promotions
      for (const at of [0, ...edits]) {
        const edit = other.promotions[at]
        promotions = promotions.map((promotion) => (promotion.id === edit?.id ? edit : promotion))
        const plan = compilePlan({ store: { ...store, alarm: { reduction: 4000 } }, catalogue, promotions })
        const input = { ...createProofInput([], []), plan, now: NOW, facts: one.order.facts }
        const recalled = computeFindings(input, { memory })
        expect(recalled.map(toComparable)).toEqual(computeFindings(input).map(toComparable))
        for (const { order, total } of recalled.flatMap(cartsOf)) {
          expect(computeQuote(plan, order).totals.grand).toBe(total)
        }
      }
    }),
    { numRuns: 30 },
  )
})

const copyOf = (products: readonly Product[]) => products.map((one) => ({ ...one }))

test('a memory holds for one moment and one catalogue, also when that is read again', () => {
  const { store, catalogue, promotions } = fc.sample(arbitraryCase({ promotions: 6, units: 3 }), {
    seed: 1,
    numRuns: 1,
  })[0]!
  const inputOf = (products: readonly Product[]) => {
    const plan = compilePlan({ store, catalogue: { ...catalogue, products: [...products] }, promotions })
    return { ...createProofInput([], []), plan, now: NOW }
  }
  const [first, ...others] = copyOf(catalogue.products)
  const memory = createProofMemory()
  /** Whether nothing is looked at anew. */
  const isRecalled = (input: ProofInput) => {
    const before = new Map(memory.known)
    computeFindings(input, { memory })
    return before.size > 0 && [...memory.known].every(([key, one]) => before.get(key) === one)
  }
  expect(isRecalled(inputOf(catalogue.products))).toBe(false)
  expect(isRecalled(inputOf(catalogue.products))).toBe(true)
  expect(isRecalled(inputOf(copyOf(catalogue.products)))).toBe(true)
  expect(isRecalled({ ...inputOf(catalogue.products), now: NOW + 60_000 })).toBe(false)
  expect(isRecalled(inputOf([{ ...first!, regularPrice: first!.regularPrice + 1 }, ...others]))).toBe(false)
})
