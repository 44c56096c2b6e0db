import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Promotion } from '../plan/index.ts'
import { computeQuote } from '../pricing/index.ts'
import { EXAMPLES, type Draw, type Example } from '../testing/faults.ts'
import { createProofInput } from '../testing/proof.ts'
import { at, createProduct, createPromotion } from '../testing/shop.ts'
import { computePublicPrice } from '../time/index.ts'
import { computeFindings } from './computeFindings.ts'
import { createProbe } from './probe.ts'
import { FINDING_KINDS, type FindingKind, type Proof } from './finding.ts'
import type { ProofInput } from './proofInput.ts'

/** The same figures for the same seed. */
function createDraw(seed: number): Draw {
  let state = (seed + 1) * 2654435761
  return (least, most) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return least + Math.floor((state / 2 ** 32) * (most - least + 1))
  }
}

/** At both ends of its stretch. */
function expectShelfPrice(input: ProofInput, { sku, from, until, price }: Extract<Proof, { sku: string }>): void {
  const { plan, channel, facts } = input
  for (const now of [from, (until ?? from + 1) - 1])
    expect(computePublicPrice(plan, plan.catalogue.bySku.get(sku)!, now, { channel, facts }).price).toBe(price)
}

const seeds = Array.from({ length: 24 }, (_, seed) => seed)

describe.each(FINDING_KINDS.map((kind) => [kind, EXAMPLES[kind]] as [FindingKind, Example]))('%s', (kind, example) => {
  test('is found in the smallest plan that shows it, with a proof that holds', () => {
    for (const seed of seeds) {
      const input = example.fault(createDraw(seed))
      const findings = computeFindings(input).filter((one) => one.kind === kind)
      expect(findings, `seed ${seed}`).toHaveLength(1)
      const { proof } = findings[0]!
      if ('carts' in proof) {
        expect(proof.carts.length).toBeGreaterThan(0)
        for (const { order, total } of proof.carts) expect(computeQuote(input.plan, order).totals.grand).toBe(total)
      } else if ('at' in proof) expect(Number.isInteger(proof.at)).toBe(true)
      else expectShelfPrice(input, proof)
    }
  })

  test('is quiet about its nearest harmless neighbour', () => {
    for (const seed of seeds) {
      const findings = computeFindings(example.near(createDraw(seed)))
      expect(
        findings.filter((one) => one.kind === kind),
        `seed ${seed}`,
      ).toEqual([])
    }
  })
})

test('a plan without fault is quiet', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1000 }), (seed) => {
      const kinds = new Set(computeFindings(EXAMPLES['too-small'].near(createDraw(seed))).map(({ kind }) => kind))
      expect([...kinds]).toEqual([])
    }),
    { numRuns: 20 },
  )
})

test('a plan without prices, costs or products raises nothing, and breaks nothing', () => {
  const promotions = [
    createPromotion('1'),
    createPromotion('2', { mechanic: { kind: 'delivery', tiers: [{ from: 0, value: { price: 0 } }], basis: 'shelf' } }),
  ]
  const free = [createProduct('A', 0), createProduct('B', 0)]
  for (const products of [[], free]) {
    const findings = computeFindings(createProofInput(products, promotions))
    expect(findings.filter(({ severity }) => severity === 'blocker')).toEqual([])
  }
  expect(computeFindings(createProofInput([], []))).toEqual([])
})

test('where very many meet on one product, what too few orders can say is not said', () => {
  const promotions = Array.from({ length: 90 }, (_, at) =>
    createPromotion(String(at + 1), { mechanic: { kind: 'markdown', reach: {}, value: { percent: 500 + at } } }),
  )
  const probe = createProbe(createProofInput([createProduct('A', 1000)], promotions))
  expect(probe.mostTried(probe.toCome[0]!)).toBe(24)
})

test('a promotion that reaches no product is a look, with a code a stop', () => {
  const nothing = createPromotion('1', {
    mechanic: { kind: 'item-discount', reach: { categories: ['none'] }, value: { percent: 1000 } },
  })
  const severityOf = (promotion: Promotion) =>
    computeFindings(createProofInput([createProduct('A', 1000)], [promotion]), { kinds: ['never-applies'] }).map(
      ({ severity, facts }) => [severity, (facts as { reason: string }).reason],
    )
  expect(severityOf(nothing)).toEqual([['warning', 'nothing-in-reach']])
  expect(severityOf({ ...nothing, code: { text: 'NOTHING-2027' } })).toEqual([['blocker', 'nothing-in-reach']])
})

test('a delivery offer that another outdoes at weekends applies on the other days', () => {
  const offer = (id: string, value: { price: number }, weekly: object): Promotion =>
    createPromotion(id, {
      mechanic: { kind: 'delivery', tiers: [{ from: 500, value }], basis: 'current' },
      schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00', ...weekly },
    })
  const weekend = { weekly: [{ days: [6, 7], from: '00:00', to: '00:00' }] }
  const promotions = [offer('1', { price: 190 }, {}), offer('2', { price: 0 }, weekend)]
  const input = createProofInput([createProduct('A', 1000)], promotions, { now: at('2027-03-13T10:00') })
  expect(computeFindings(input, { kinds: ['never-applies'] })).toEqual([])
  const always = createProofInput([createProduct('A', 1000)], [promotions[0]!, offer('2', { price: 0 }, {})])
  expect(computeFindings(always, { kinds: ['never-applies'] })).toMatchObject([{ subjects: [{ id: '1' }] }])
})

test.each([
  ['nowhere yet', [], 0],
  ['by another option alone', [{ option: 'letter', price: 200, country: 'XA' }], 1],
  ['by the option that it is for', [{ option: 'parcel', price: 490, country: 'XA' }], 0],
])('free delivery by parcel, with a code, in a store that delivers %s', (_where, deliveries, found) => {
  const tiers = [{ from: 100, value: { percent: 10_000 } }]
  const mechanic = { kind: 'delivery' as const, basis: 'shelf' as const, tiers, options: ['parcel'] }
  const promotion = createPromotion('p1', { code: { text: 'FREE-2027' }, mechanic, stacking: undefined })
  const input = createProofInput([createProduct('A', 1000)], [promotion], { deliveries })
  expect(computeFindings(input, { kinds: ['never-applies'] })).toHaveLength(found)
})
