import { describe, expect, test } from 'vitest'
import type { Promotion } from '../plan/index.ts'
import { A, ends, markdown, offer, percentOff, promo } from '../testing/faultyPlans.ts'
import { createPast, createProofInput } from '../testing/proof.ts'
import { compileShop, createProduct } from '../testing/shop.ts'
import { computeFindings } from './computeFindings.ts'
import type { FindingKind } from './finding.ts'
import type { ProofInput } from './proofInput.ts'

const find = (kind: FindingKind, input: ProofInput) => computeFindings(input, { kinds: [kind] })
const dear = createProduct('B', 3000)
const breaks = (...tiers: readonly [from: number, percent: number][]): Promotion['mechanic'] => ({
  kind: 'quantity-break',
  reach: {},
  count: 'sku',
  on: 'all',
  tiers: tiers.map(([from, percent]) => ({ from, value: { percent } })),
})
const delivery = (price: number): Promotion['mechanic'] => ({
  kind: 'delivery',
  tiers: [{ from: 5000, value: { price } }],
  basis: 'current',
})
const ladder = { by: 'unitsSold' as const, rungs: [0, 22].map((at) => ({ at, value: { percent: 3000 - at * 10 } })) }

const none = { has: () => false }
const nobody = { groups: none, tags: none, audiences: none, id: none, channel: none }

const QUIET: readonly (readonly [what: string, kind: FindingKind, input: ProofInput])[] = [
  [
    'a group of one',
    'nobody-there',
    createProofInput([A], [offer('1', percentOff(1000), { when: { test: 'group', in: ['board'] } })], {
      there: { ...nobody, groups: new Set(['board']) },
    }),
  ],
  [
    'a country with one method',
    'nobody-there',
    createProofInput([A], [offer('1', percentOff(1000), { when: { test: 'country', in: ['AT'] } })], { there: nobody }),
  ],
  [
    'a draft that names a group to come',
    'nobody-there',
    createProofInput([A], [offer('1', percentOff(1000), { state: 'draft', when: { test: 'group', in: ['new'] } })], {
      there: nobody,
    }),
  ],
  [
    'two sales apart, each of which wins somewhere',
    'blocked-by-promotion',
    createProofInput(
      [A, dear],
      [
        promo('1', { mechanic: markdown(2000) }),
        promo('2', { mechanic: { kind: 'markdown', reach: {}, value: { amount: 300, per: 'unit' } } }),
      ],
    ),
  ],
  [
    'two that lie apart in time',
    'blocked-by-promotion',
    createProofInput(
      [A],
      [
        promo('1', {
          stacking: { group: 'sale', mode: 'closes' },
          schedule: { start: ends.start, end: '2027-03-12T00:00' },
        }),
        offer('2', percentOff(3000), {
          code: { text: 'MORE-2027' },
          schedule: { start: '2027-03-12T00:00', end: ends.end },
        }),
      ],
    ),
  ],
  [
    'one that is over',
    'never-applies',
    createProofInput(
      [A],
      [
        offer('1', percentOff(1000), {
          when: { test: 'quantity', reach: {}, op: '<', count: 1 },
          schedule: { start: '2027-01-01T00:00', end: '2027-02-01T00:00' },
        }),
      ],
    ),
  ],
  [
    'a draft',
    'never-applies',
    createProofInput(
      [A],
      [offer('1', percentOff(1000), { state: 'draft', when: { test: 'quantity', reach: {}, op: '<', count: 1 } })],
    ),
  ],
  [
    'one that is used up',
    'never-applies',
    createProofInput([A], [offer('1', percentOff(1000), { limits: { uses: 5 } })], { facts: { 1: { uses: 5 } } }),
  ],
  ['ordinary breaks', 'price-jump', createProofInput([A], [offer('1', breaks([10, 1500], [20, 3000]))])],
  ['free delivery', 'price-jump', createProofInput([A], [offer('1', delivery(0))])],
  ['dates that are open', 'no-end', createProofInput([A], [promo('1', { schedule: { open: true } })])],
  [
    'as long as the store allows',
    'too-long',
    createProofInput([A], [promo('1', { schedule: { start: '2027-03-01T00:00', end: '2027-05-30T00:00' } })]),
  ],
  [
    'a text that names no day',
    'ends-early',
    createProofInput([A], [promo('1', { display: { title: 'Ten percent in March' } })]),
  ],
  [
    'a price that never moved',
    'was-price-not-allowed',
    createProofInput([A], [promo('1', { mechanic: markdown(4000) })], {
      past: new Map([['A', [createPast(1000, 90)]]]),
    }),
  ],
  [
    'a floor that is exactly met',
    'floor-cuts',
    createProofInput([createProduct('A', 1000, { minimumPrice: 900 })], [promo('1')]),
  ],
  [
    'neither a floor nor a cost',
    'below-floor',
    createProofInput([A], [promo('1', { mechanic: markdown(9000) })], {
      store: { floor: { enforce: false, minMargin: 0 } },
    }),
  ],
  ['delivery a little cheaper', 'too-small', createProofInput([A], [offer('1', delivery(480))])],
  ['no sale in thirty days', 'stock-short', createProofInput([A], [promo('1')], { stock: new Map([['A', 1]]) })],
  [
    'a rung that a refill brings within reach',
    'step-unreachable',
    createProofInput([A], [promo('1', { ladder, limits: { units: 20, refills: [{ at: { unitsLeft: 1 }, add: 5 }] } })]),
  ],
  [
    'one code after the other',
    'code-duplicated',
    createProofInput(
      [A],
      [
        offer('1', percentOff(1000), {
          code: { text: 'TW-10203' },
          schedule: { start: ends.start, end: '2027-03-12T00:00' },
        }),
        offer('2', percentOff(1500), {
          code: { text: 'TW-10203' },
          schedule: { start: '2027-03-12T00:00', end: ends.end },
        }),
      ],
    ),
  ],
  [
    'a promotion without batches',
    'codes-run-out',
    createProofInput([A], [offer('1', percentOff(1000), { code: { text: 'TW-10203' } })]),
  ],
  [
    'a budget that stops, and says so',
    'budget-short',
    createProofInput(
      [A],
      [
        promo('1', {
          limits: { budget: 10_000, budgetStops: true },
          display: { title: 'Ten percent, while it lasts' },
        }),
      ],
      {
        facts: { 1: { discountGiven: 9000 } },
      },
    ),
  ],
  [
    'a draft that starts in an hour',
    'not-released',
    createProofInput([A], [promo('1', { state: 'draft' })], { live: compileShop([A], []) }),
  ],
  [
    'the shop has it as planned',
    'not-released',
    createProofInput([A], [promo('1')], { live: compileShop([A], [promo('1')]) }),
  ],
  [
    'an occasion that nothing follows',
    'date-open',
    createProofInput([A], [promo('1')], { occasions: [{ id: 'fair', dates: null, estimate: '2027-03-12' }] }),
  ],
  [
    'a text for everybody',
    'guests-excluded',
    createProofInput([A], [offer('1', percentOff(1000), { display: { title: '10 % off' } })]),
  ],
]

test.each(QUIET)('quiet: %s (%s)', (_what, kind, input) => {
  expect(find(kind, input)).toEqual([])
})

describe('how grave it is', () => {
  const sold = (unitCost: number | null) =>
    createProofInput([createProduct('A', 1200, { unitCost })], [promo('1', { mechanic: markdown(4500) })], {
      store: { floor: { enforce: false, minMargin: 0 } },
    })
  const struck = (title: string) =>
    createProofInput(
      [A],
      [
        promo('1', {
          mechanic: markdown(4000),
          schedule: { start: '2027-03-10T12:00', end: '2027-03-20T00:00' },
          display: { title },
        }),
      ],
      {
        past: new Map([['A', [createPast(700, 40, 1000)]]]),
      },
    )

  test('below cost holds a release back; of a cost that is not known nothing is claimed', () => {
    // 6.60 with tax, 5.50 without.
    expect(find('deepest-stack', sold(551))).toMatchObject([
      { severity: 'blocker', facts: { margin: -1, isLoss: true } },
    ])
    expect(find('deepest-stack', sold(550))).toEqual([])
    expect(find('deepest-stack', sold(null))).toEqual([])
  })

  test('a strike that the past forbids holds a release back where a text promises more than is left', () => {
    expect(find('was-price-not-allowed', struck('Now cheaper'))).toMatchObject([
      { severity: 'warning', facts: { prior: 700, price: 600 } },
    ])
    expect(find('was-price-not-allowed', struck('40 % off'))).toMatchObject([
      { severity: 'blocker', facts: { isPromised: true } },
    ])
  })

  test('exactly three, and a fourth makes it dearer by more than itself', () => {
    const exactly = offer('1', percentOff(3000), { when: { test: 'quantity', reach: {}, op: '=', count: 3 } })
    const input = createProofInput([A], [exactly])
    expect(find('price-jump', input)).toMatchObject([
      { severity: 'info', facts: { units: 3, before: 2100, after: 4000, isDearer: true } },
    ])
  })
})
