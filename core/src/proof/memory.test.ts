import fc from 'fast-check'
import { expect, test } from 'vitest'
import { compilePlan } from '../pricing/index.ts'
import { arbitraryCase } from '../testing/arbitraryCase.ts'
import { NOW } from '../testing/arbitraryMechanic.ts'
import { createProofInput } from '../testing/proof.ts'
import { computeFindings } from './computeFindings.ts'
import { createProofMemory } from './memory.ts'

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
        // The same products, as long as the catalogue stays as it is.
        const input = { ...createProofInput([], []), plan, now: NOW, facts: one.order.facts }
        expect(computeFindings(input, { memory })).toEqual(computeFindings(input))
      }
    }),
    { numRuns: 30 },
  )
})

test('a memory holds for one moment and one catalogue', () => {
  const input = createProofInput([], [])
  const memory = createProofMemory()
  computeFindings(input, { memory })
  const before = memory.surroundings
  computeFindings({ ...input, now: input.now + 60_000 }, { memory })
  expect(memory.surroundings).not.toBe(before)
})
