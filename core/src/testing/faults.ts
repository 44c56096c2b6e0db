import type { Promotion } from '../plan/index.ts'
import type { FindingKind, ProofInput } from '../proof/index.ts'
import { DAY_MS, HOUR_MS } from '../values/index.ts'
import { createPast, createProofInput, PROOF_NOW } from './proof.ts'
import { compileShop, createProduct, createPromotion } from './shop.ts'

/** Whole numbers from a seed, both ends included. */
export type Draw = (least: number, most: number) => number

/** The smallest plan that shows a fault, and the nearest one that must stay quiet, with figures of chance. */
export interface Example {
  readonly fault: (draw: Draw) => ProofInput
  readonly near: (draw: Draw) => ProofInput
}

const ends = { start: '2027-03-01T00:00', end: '2027-04-01T00:00' }
const promo = (id: string, changes: Partial<Promotion> = {}) => createPromotion(id, { schedule: ends, ...changes })
const offer = (id: string, mechanic: Promotion['mechanic'], changes: Partial<Promotion> = {}) =>
  promo(id, { mechanic, stacking: { group: 'extra', mode: 'group' }, ...changes })
const percentOff = (percent: number, reach = {}): Promotion['mechanic'] => ({
  kind: 'item-discount',
  reach,
  value: { percent },
})
const markdown = (percent: number, reach = {}): Promotion['mechanic'] => ({
  kind: 'markdown',
  reach,
  value: { percent },
})
const A = createProduct('A', 1000)
const B = createProduct('B', 1000)
const occasion = (id: string, changes: Partial<ProofInput['occasions'][number]>) => ({
  id,
  dates: null,
  estimate: null,
  ...changes,
})

/** For each kind of finding. */
export const EXAMPLES: Readonly<Record<FindingKind, Example>> = {
  'deepest-stack': {
    fault: (draw) => stacked(draw(3500, 6000), 3000),
    near: (draw) => stacked(draw(500, 2800), 3000),
  },
  'below-floor': {
    fault: (draw) => floored(draw(2001, 4000), false),
    near: (draw) => floored(draw(1000, 2000), false),
  },
  'in-the-way': {
    fault: (draw) => closing(draw(1000, 2000), 3000, 'closes'),
    near: (draw) => closing(draw(1000, 2000), 3000, 'group'),
  },
  'never-applies': {
    fault: (draw) =>
      createProofInput(
        [A],
        [
          offer('1', percentOff(1000), {
            when: {
              all: [
                { test: 'quantity', reach: {}, op: '>=', count: draw(3, 9) },
                { test: 'quantity', reach: {}, op: '<', count: 2 },
              ],
            },
          }),
        ],
      ),
    near: (draw) =>
      createProofInput(
        [A],
        [
          offer('1', percentOff(1000), {
            when: {
              all: [
                { test: 'quantity', reach: {}, op: '>=', count: draw(3, 9) },
                { test: 'audience', in: ['nobody yet'] },
              ],
            },
          }),
        ],
      ),
  },
  cliff: {
    fault: (draw) => atOnce(draw(5, 9), draw(4500, 6000)),
    near: (draw) => atOnce(draw(6, 9), draw(500, 1500)),
  },
  'no-end': {
    fault: (draw) => createProofInput([A], [promo('1', { schedule: { start: daysAgo(draw(30, 200)) } })]),
    near: (draw) => createProofInput([A], [promo('1', { schedule: { start: daysAgo(draw(1, 29)) } })]),
  },
  'too-long': {
    fault: (draw) => lasting(draw(91, 300)),
    near: (draw) => lasting(draw(20, 90)),
  },
  'ends-early': {
    fault: (draw) => ending(draw(11, 28), '00:00'),
    near: (draw) => ending(draw(11, 28), '24:00'),
  },
  'strike-not-allowed': {
    fault: (draw) => recentlyReduced(draw(2, 20)),
    near: (draw) => recentlyReduced(draw(31, 60)),
  },
  'floor-cuts': {
    fault: (draw) => floored(draw(2001, 4000), true),
    near: (draw) => floored(draw(1000, 2000), true),
  },
  'too-small': {
    fault: (draw) => createProofInput([A], [promo('1', { mechanic: markdown(draw(100, 490)) })]),
    near: (draw) => createProofInput([A], [promo('1', { mechanic: markdown(draw(500, 900)) })]),
  },
  'stock-short': {
    fault: (draw) => stocked(draw(1, 15)),
    near: (draw) => stocked(draw(60, 90)),
  },
  'bundle-dearer': {
    fault: (draw) => bundled(draw(3000, 3500)),
    near: (draw) => bundled(draw(2500, 2999)),
  },
  'exactly-misses': {
    fault: (draw) => counted(draw(2, 6), '='),
    near: (draw) => counted(draw(2, 6), '>='),
  },
  'reach-differs': {
    fault: (draw) => apart(['A', 'B'], ['B', 'C'], draw(1, 3)),
    near: (draw) => apart(['A', 'B'], ['B'], draw(1, 3)),
  },
  'reward-worthless': {
    fault: (draw) => rewarded(createProduct('B', 500, { minimumPrice: 500 + draw(0, 100) })),
    near: (draw) => rewarded(createProduct('B', 500, { minimumPrice: 500 - draw(20, 100) })),
  },
  'rung-unreachable': {
    fault: (draw) => laddered(5, draw(5, 20)),
    near: (draw) => laddered(21, draw(5, 20)),
  },
  'tier-useless': {
    fault: (draw) => tiered(1500, draw(500, 1500)),
    near: (draw) => tiered(1500, draw(1600, 2500)),
  },
  'code-guessable': {
    fault: (draw) => coded('SPRING'.slice(0, draw(3, 6))),
    near: (draw) => coded(`SPRING${draw(10, 99)}`),
  },
  'code-twice': {
    fault: (draw) => codedTwice(`TW-${draw(10000, 99999)}`, '2027-03-20T00:00'),
    near: (draw) => codedTwice(`TW-${draw(10000, 99999)}`, '2027-04-01T00:00'),
  },
  'code-public': {
    fault: (draw) => published(draw(10000, 99999), false),
    near: (draw) => published(draw(10000, 99999), true),
  },
  'codes-run-out': {
    fault: (draw) => batched(draw(0, 9)),
    near: (draw) => batched(draw(10, 99)),
  },
  'budget-short': {
    fault: (draw) => budgeted(draw(5000, 9000)),
    near: (draw) => budgeted(draw(100, 2500)),
  },
  'not-released': {
    fault: (draw) => unreleased(draw(1, 47)),
    near: (draw) => unreleased(draw(49, 90)),
  },
  'date-open': {
    fault: (draw) => undated(`2027-03-${draw(11, 24)}`),
    near: (draw) => undated(`2027-04-${draw(10, 28)}`),
  },
  'outside-occasion': {
    fault: (draw) => outlasting(`2027-03-${draw(11, 30)}T00:00`),
    near: (draw) => outlasting(`2027-04-${draw(10, 28)}T00:00`),
  },
  'guest-promise': {
    fault: (draw) => promised(`${draw(5, 40)} % off everything`),
    near: (draw) => promised(`${draw(5, 40)} % off for members`),
  },
  'test-cart-broken': {
    fault: (draw) => expecting(900 + draw(1, 99)),
    near: () => expecting(900),
  },
}

function stacked(first: number, second: number): ProofInput {
  return createProofInput(
    [A],
    [promo('1', { mechanic: markdown(first) }), offer('2', percentOff(second), { code: { text: 'MORE-2027' } })],
  )
}

function floored(percent: number, enforce: boolean): ProofInput {
  const product = createProduct('A', 1000, { minimumPrice: 800 })
  return createProofInput([product], [promo('1', { mechanic: markdown(percent) })], {
    store: { floor: { enforce, minMargin: 0 } },
  })
}

function closing(first: number, second: number, mode: 'closes' | 'group'): ProofInput {
  return createProofInput(
    [A],
    [
      promo('1', { mechanic: markdown(first), stacking: { group: 'sale', mode } }),
      offer('2', percentOff(second), { code: { text: 'MORE-2027' } }),
    ],
  )
}

function atOnce(count: number, percent: number): ProofInput {
  const tiers = [{ from: count, value: { percent } }]
  return createProofInput([A], [offer('1', { kind: 'quantity-break', reach: {}, count: 'sku', on: 'all', tiers })])
}

function daysAgo(days: number): string {
  return new Date(PROOF_NOW - days * DAY_MS).toISOString().slice(0, 16)
}

function lasting(days: number): ProofInput {
  const end = new Date(Date.parse('2027-03-08T00:00Z') + days * DAY_MS).toISOString().slice(0, 10)
  return createProofInput([A], [promo('1', { schedule: { start: '2027-03-08T00:00', end: `${end}T00:00` } })])
}

function ending(day: number, time: string): ProofInput {
  const end = time === '00:00' ? `2027-03-${day}T00:00` : `2027-03-${day + 1}T00:00`
  const display = { title: `Ten percent until ${day} March` }
  return createProofInput([A], [promo('1', { schedule: { start: ends.start, end }, display })])
}

function recentlyReduced(daysBefore: number): ProofInput {
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

function stocked(left: number): ProofInput {
  return createProofInput([A], [promo('1')], { stock: new Map([['A', left]]), sold: new Map([['A', 30]]) })
}

function bundled(price: number): ProofInput {
  const parts = [{ reach: {}, quantity: 3 }]
  return createProofInput([A, createProduct('B', 700)], [offer('1', { kind: 'bundle', parts, price, repeat: 'every' })])
}

function counted(count: number, op: '=' | '>='): ProofInput {
  return createProofInput([A], [offer('1', percentOff(1000), { when: { test: 'quantity', reach: {}, op, count } })])
}

function apart(buy: string[], get: string[], quantity: number): ProofInput {
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

function rewarded(reward: ReturnType<typeof createProduct>): ProofInput {
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

function laddered(units: number, at: number): ProofInput {
  const rungs = [
    { at: 0, value: { percent: 3000 } },
    { at, value: { percent: 2000 } },
  ]
  return createProofInput([A], [promo('1', { limits: { units }, ladder: { by: 'unitsSold', rungs } })])
}

function tiered(first: number, second: number): ProofInput {
  const tiers = [
    { from: 5, value: { percent: first } },
    { from: 10, value: { percent: second } },
  ]
  return createProofInput([A], [offer('1', { kind: 'quantity-break', reach: {}, count: 'sku', on: 'all', tiers })])
}

function coded(text: string): ProofInput {
  return createProofInput([A], [offer('1', percentOff(1000), { code: { text } })])
}

function codedTwice(text: string, secondStart: string): ProofInput {
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

function published(figure: number, listed: boolean): ProofInput {
  const display = { description: `Type in hidden-${figure} at the cart`, listed }
  return createProofInput([A], [offer('1', percentOff(1000), { code: { text: `HIDDEN-${figure}` }, display })])
}

function batched(open: number): ProofInput {
  return createProofInput([A], [offer('1', percentOff(1000), { code: { batch: true } })], {
    codes: { 1: { made: 100, open } },
  })
}

function budgeted(given: number): ProofInput {
  return createProofInput([A], [promo('1', { limits: { budget: 10_000 } })], { facts: { 1: { discountGiven: given } } })
}

function unreleased(hours: number): ProofInput {
  const start = new Date(PROOF_NOW + hours * HOUR_MS + HOUR_MS).toISOString().slice(0, 16)
  return createProofInput([A], [promo('1', { schedule: { start, end: '2027-04-20T00:00' } })], {
    live: compileShop([A], []),
  })
}

function undated(estimate: string): ProofInput {
  return createProofInput([A], [promo('1', { schedule: { open: true } })], {
    occasions: [occasion('fair', { estimate })],
    follows: { 1: 'fair' },
  })
}

function outlasting(end: string): ProofInput {
  return createProofInput([A], [promo('1')], {
    occasions: [occasion('fair', { dates: { start: ends.start, end } })],
    follows: { 1: 'fair' },
  })
}

function promised(title: string): ProofInput {
  return createProofInput(
    [A],
    [offer('1', percentOff(1000), { when: { test: 'group', in: ['trade'] }, display: { title } })],
  )
}

function expecting(expected: number): ProofInput {
  const cart = { lines: [{ sku: 'A', quantity: 1 }], codes: [], channel: 'web', delivery: null, shopper: null }
  return createProofInput([A], [promo('1')], { testCarts: [{ id: 't', name: 'One A', at: null, cart, expected }] })
}
