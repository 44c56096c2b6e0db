import type { FindingKind, ProofInput } from '../proof/index.ts'
import {
  A,
  apart,
  atOnce,
  batched,
  budgeted,
  bundled,
  closing,
  coded,
  codedTwice,
  counted,
  daysAgo,
  ending,
  expecting,
  floored,
  laddered,
  lasting,
  markdown,
  named,
  offer,
  listed,
  outlasting,
  percentOff,
  promised,
  promo,
  published,
  recentlyReduced,
  repriced,
  rewarded,
  stacked,
  stocked,
  tiered,
  undated,
  unreleased,
} from './faultyPlans.ts'
import { createProofInput } from './proof.ts'
import { createProduct } from './shop.ts'

/** Whole numbers from a seed, both ends included. */
export type Draw = (least: number, most: number) => number

/** The smallest plan that shows a fault, and the nearest one that must stay quiet, with figures of chance. */
export interface Example {
  readonly fault: (draw: Draw) => ProofInput
  readonly near: (draw: Draw) => ProofInput
}

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
  'regular-price-jump': {
    fault: (draw) => createProofInput([A], [repriced(draw(100, 490))]),
    near: (draw) => createProofInput([A], [repriced(draw(600, 1900))]),
  },
  'blocked-by-promotion': {
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
  'price-jump': {
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
  'was-price-not-allowed': {
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
  'exact-quantity': {
    fault: (draw) => counted(draw(2, 6), '='),
    near: (draw) => counted(draw(2, 6), '>='),
  },
  'reach-differs': {
    fault: (draw) => apart(['A', 'B'], ['B', 'C'], draw(1, 3)),
    near: (draw) => apart(['A', 'B'], ['B'], draw(1, 3)),
  },
  'reward-saves-nothing': {
    fault: (draw) => rewarded(createProduct('B', 500, { minimumPrice: 500 + draw(0, 100) })),
    near: (draw) => rewarded(createProduct('B', 500, { minimumPrice: 500 - draw(20, 100) })),
  },
  'step-unreachable': {
    fault: (draw) => laddered(5, draw(5, 20)),
    near: (draw) => laddered(21, draw(5, 20)),
  },
  'tier-saves-nothing': {
    fault: (draw) => tiered(1500, draw(500, 1500)),
    near: (draw) => tiered(1500, draw(1600, 2500)),
  },
  'code-guessable': {
    fault: (draw) => coded('SPRING'.slice(0, draw(3, 6))),
    near: (draw) => coded(`SPRING${draw(10, 99)}`),
  },
  'code-duplicated': {
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
  'guests-excluded': {
    fault: (draw) => promised(`${draw(5, 40)} % off everything`),
    near: (draw) => promised(`${draw(5, 40)} % off for members`),
  },
  'nobody-there': {
    fault: (draw) => named(`club ${draw(2, 99)}`),
    near: () => named('club'),
  },
  'channel-rule': {
    fault: (draw) => listed(draw(500, 1499)),
    near: (draw) => listed(draw(1500, 3000)),
  },
  'test-cart-broken': {
    fault: (draw) => expecting(900 + draw(1, 99)),
    near: () => expecting(900),
  },
}
