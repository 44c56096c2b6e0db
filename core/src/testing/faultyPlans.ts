import type { Promotion } from '../plan/index.ts'
import type { ProofInput } from '../proof/index.ts'
import { DAY_MS, HOUR_MS } from '../values/index.ts'
import { createPast, createProofInput, PROOF_NOW } from './proof.ts'
import { compileShop, createProduct, createPromotion } from './shop.ts'

export const ends = { start: '2027-03-01T00:00', end: '2027-04-01T00:00' }
export const promo = (id: string, changes: Partial<Promotion> = {}) =>
  createPromotion(id, { schedule: ends, ...changes })
export const offer = (id: string, mechanic: Promotion['mechanic'], changes: Partial<Promotion> = {}) =>
  promo(id, { mechanic, stacking: { group: 'extra', mode: 'group' }, ...changes })
export const percentOff = (percent: number, reach = {}): Promotion['mechanic'] => ({
  kind: 'item-discount',
  reach,
  value: { percent },
})
export const markdown = (percent: number, reach = {}): Promotion['mechanic'] => ({
  kind: 'markdown',
  reach,
  value: { percent },
})
/** A change of the regular price of A. */
export const repriced = (price: number) =>
  promo('1', { mechanic: { kind: 'price-steps', reach: {}, prices: { A: price } }, stacking: undefined })
export const A = createProduct('A', 1000)
const B = createProduct('B', 1000)
const occasion = (id: string, changes: Partial<ProofInput['occasions'][number]>) => ({
  id,
  dates: null,
  estimate: null,
  ...changes,
})

export function stacked(first: number, second: number): ProofInput {
  return createProofInput(
    [A],
    [promo('1', { mechanic: markdown(first) }), offer('2', percentOff(second), { code: { text: 'MORE-2027' } })],
  )
}

export function floored(percent: number, enforce: boolean): ProofInput {
  const product = createProduct('A', 1000, { minimumPrice: 800 })
  return createProofInput([product], [promo('1', { mechanic: markdown(percent) })], {
    store: { floor: { enforce, minMargin: 0 } },
  })
}

export function closing(first: number, second: number, mode: 'closes' | 'group'): ProofInput {
  return createProofInput(
    [A],
    [
      promo('1', { mechanic: markdown(first), stacking: { group: 'sale', mode } }),
      offer('2', percentOff(second), { code: { text: 'MORE-2027' } }),
    ],
  )
}

export function atOnce(count: number, percent: number): ProofInput {
  const tiers = [{ from: count, value: { percent } }]
  return createProofInput([A], [offer('1', { kind: 'quantity-break', reach: {}, count: 'sku', on: 'all', tiers })])
}

export function daysAgo(days: number): string {
  return new Date(PROOF_NOW - days * DAY_MS).toISOString().slice(0, 16)
}

export function lasting(days: number): ProofInput {
  const end = new Date(Date.parse('2027-03-08T00:00Z') + days * DAY_MS).toISOString().slice(0, 10)
  return createProofInput([A], [promo('1', { schedule: { start: '2027-03-08T00:00', end: `${end}T00:00` } })])
}

export function ending(day: number, time: string): ProofInput {
  const end = time === '00:00' ? `2027-03-${day}T00:00` : `2027-03-${day + 1}T00:00`
  const display = { title: `Ten percent until ${day} March` }
  return createProofInput([A], [promo('1', { schedule: { start: ends.start, end }, display })])
}

export function recentlyReduced(daysBefore: number): ProofInput {
  const past = createPast(1000, 90)
  const cheap = createPast(700, daysBefore + 2, 1000)
  const since = PROOF_NOW - daysBefore * DAY_MS
  const spans = [
    { ...past, until: cheap.from },
    { ...cheap, until: since },
    { ...past, from: since },
  ]
  const schedule = { start: '2027-03-10T12:00', end: '2027-03-20T00:00' }
  return createProofInput([A], [promo('1', { schedule, mechanic: markdown(4000) })], { past: new Map([['A', spans]]) })
}

export function stocked(left: number): ProofInput {
  return createProofInput([A], [promo('1')], { stock: new Map([['A', left]]), sold: new Map([['A', 30]]) })
}

export function bundled(price: number): ProofInput {
  const parts = [{ reach: {}, quantity: 3 }]
  return createProofInput([A, createProduct('B', 700)], [offer('1', { kind: 'bundle', parts, price, repeat: 'every' })])
}

export function counted(count: number, op: '=' | '>='): ProofInput {
  return createProofInput([A], [offer('1', percentOff(1000), { when: { test: 'quantity', reach: {}, op, count } })])
}

export function apart(buy: string[], get: string[], quantity: number): ProofInput {
  return createProofInput(
    [A, B, createProduct('C', 500)],
    [
      offer('1', {
        kind: 'buy-get',
        buy: { reach: { skus: buy }, quantity },
        get: { reach: { skus: get }, quantity: 1, value: { percent: 5000 } },
        repeat: 'every',
      }),
    ],
  )
}

export function rewarded(reward: ReturnType<typeof createProduct>): ProofInput {
  return createProofInput(
    [A, reward],
    [
      offer('1', {
        kind: 'buy-get',
        buy: { reach: { skus: ['A'] }, quantity: 1 },
        get: { reach: { skus: ['B'] }, quantity: 1, value: { percent: 2000 } },
        repeat: 'every',
      }),
    ],
  )
}

export function laddered(units: number, at: number): ProofInput {
  const rungs = [
    { at: 0, value: { percent: 3000 } },
    { at, value: { percent: 2000 } },
  ]
  return createProofInput([A], [promo('1', { limits: { units }, ladder: { by: 'unitsSold', rungs } })])
}

export function tiered(first: number, second: number): ProofInput {
  const tiers = [
    { from: 5, value: { percent: first } },
    { from: 10, value: { percent: second } },
  ]
  return createProofInput([A], [offer('1', { kind: 'quantity-break', reach: {}, count: 'sku', on: 'all', tiers })])
}

export function coded(text: string): ProofInput {
  return createProofInput([A], [offer('1', percentOff(1000), { code: { text } })])
}

export function codedTwice(text: string, secondStart: string): ProofInput {
  return createProofInput(
    [A],
    [
      offer('1', percentOff(1000), { code: { text } }),
      offer('2', percentOff(1500), {
        code: { text: text.toLowerCase() },
        schedule: { start: secondStart, end: '2027-05-01T00:00' },
      }),
    ],
  )
}

export function published(figure: number, listed: boolean): ProofInput {
  const display = { description: `Type in hidden-${figure} at the cart`, listed }
  return createProofInput([A], [offer('1', percentOff(1000), { code: { text: `HIDDEN-${figure}` }, display })])
}

export function batched(open: number): ProofInput {
  return createProofInput([A], [offer('1', percentOff(1000), { code: { batch: true } })], {
    codes: { 1: { made: 100, open } },
  })
}

export function budgeted(given: number): ProofInput {
  return createProofInput([A], [promo('1', { limits: { budget: 10_000 } })], { facts: { 1: { discountGiven: given } } })
}

export function unreleased(hours: number): ProofInput {
  const start = new Date(PROOF_NOW + hours * HOUR_MS + HOUR_MS).toISOString().slice(0, 16)
  return createProofInput([A], [promo('1', { schedule: { start, end: '2027-04-20T00:00' } })], {
    live: compileShop([A], []),
  })
}

export function undated(estimate: string): ProofInput {
  return createProofInput([A], [promo('1', { schedule: { open: true } })], {
    occasions: [occasion('fair', { estimate })],
    follows: { 1: 'fair' },
  })
}

export function outlasting(end: string): ProofInput {
  return createProofInput([A], [promo('1')], {
    occasions: [occasion('fair', { dates: { start: ends.start, end } })],
    follows: { 1: 'fair' },
  })
}

export function promised(title: string): ProofInput {
  return createProofInput(
    [A],
    [offer('1', percentOff(1000), { when: { test: 'group', in: ['trade'] }, display: { title } })],
  )
}

export function expecting(expected: number): ProofInput {
  const cart = { lines: [{ sku: 'A', quantity: 1 }], codes: [], channel: 'web', delivery: null, shopper: null }
  return createProofInput([A], [promo('1')], { testCarts: [{ id: 't', name: 'One A', at: null, cart, expected }] })
}

/** An offer for a group, in a store whose shoppers are all in the club. */
export function named(group: string): ProofInput {
  const when = { test: 'group', in: [group] } as const
  const none = { has: () => false }
  const there = { groups: new Set(['club']), tags: none, audiences: none, id: none, channel: none }
  return createProofInput([A], [offer('1', percentOff(1000), { when })], { there })
}

/** A sale at a partner who asks for 15% off at least. */
export const listed = (percent: number): ProofInput =>
  createProofInput([A], [promo('1', { mechanic: markdown(percent), partners: [{ channel: 'market' }] })], {
    channels: {
      partners: [
        {
          id: 'market',
          terms: {
            leadHours: 48,
            lockHours: 24,
            rules: [{ from: '2027-01-01', values: { minReduction: 1500 }, source: 'Guide', checkedOn: '2027-01-01' }],
          },
          lowest: new Map(),
        },
      ],
      listings: new Map(),
      format: (_place, value) => String(value),
    },
  })
