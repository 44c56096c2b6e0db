import type { FindingAnswer } from '@novalex/contract'
import { FINDING_KINDS, type FindingKind } from '@novalex/core'
import { expect, test } from 'vitest'
import { describe as say } from '@/stores/findings.ts'
import { setCurrency, setPresentYear } from './format.ts'

const NAMES = {
  'promotion:p': 'Spring paper',
  'promotion:q': 'Club days',
  'product:PAD': 'Drawing pad',
  'occasion:o': 'Art fair',
  'testCart:t': 'Three brushes',
}
const AT = '2027-03-10T08:41:00.000Z'
const MIDNIGHT = '2027-03-11T23:00:00.000Z'
const pad = { sku: 'PAD', products: 1 }
const pads = { sku: 'PAD', products: 3 }
const stack = { ...pad, reduction: 5430, regular: 690, total: 315, margin: null, isLoss: false, atMost: null }
const floor = { ...pad, units: 1, wanted: 600, comes: 700, of: 1 }
const SPRING = ['promotion:p']
const BOTH = ['promotion:p', 'promotion:q']
const reach = { both: 1, onlyFirst: 1, onlySecond: 1 }

/** Sentences of each kind for sample facts and subjects. */
const SAID: readonly [FindingKind, readonly string[], object, string][] = [
  ['deepest-stack', SPRING, stack, 'Spring paper takes 54.3 % off Drawing pad (6.90 € → 3.15 €).'],
  [
    'deepest-stack',
    BOTH,
    { ...stack, ...pads, margin: -80, isLoss: true },
    'Spring paper and Club days together take 54.3 % off Drawing pad (6.90 € → 3.15 €), 0.80 € below cost, and 2 more products.',
  ],
  [
    'deepest-stack',
    SPRING,
    { ...stack, margin: 20, isLoss: true, atMost: 6100 },
    'Spring paper takes 54.3 % off Drawing pad (6.90 € → 3.15 €), 0.20 € above cost, too little. At least that; at most 61 %: too many orders to try them all.',
  ],
  [
    'below-floor',
    BOTH,
    { ...pads, price: 500, floor: 600 },
    'Drawing pad: 5.00 €, below its price floor of 6.00 €, through “Spring paper” and “Club days”, and 2 more products.',
  ],
  [
    'regular-price-jump',
    SPRING,
    { ...pads, regular: 690, price: 1000 },
    'Regular price of Drawing pad: 6.90 € → 10.00 € through “Spring paper”, and 2 more products.',
  ],
  [
    'floor-cuts',
    BOTH,
    { ...floor, ...pads },
    '“Spring paper” and “Club days” together: the price floor keeps part of the reduction. Drawing pad costs 7.00 € instead of 6.00 €, and 2 more products.',
  ],
  [
    'in-the-way',
    BOTH,
    { hasCode: true, without: 700, with: 800 },
    'Spring paper keeps Club days away wherever both hold: its code changes nothing; without Spring paper that order would come to 7.00 € instead of 8.00 €.',
  ],
  [
    'in-the-way',
    BOTH,
    { hasCode: false, without: 700, with: 800 },
    'Spring paper keeps Club days away wherever both hold: it never applies; without Spring paper that order would come to 7.00 € instead of 8.00 €.',
  ],
  [
    'never-applies',
    SPRING,
    { reason: 'below-first-tier', isAlone: true, by: null },
    'Spring paper applies to none of the orders made for it: no order reaches its first tier, even by itself.',
  ],
  [
    'never-applies',
    SPRING,
    { reason: 'stacking', isAlone: false, by: 'q' },
    'Spring paper applies to none of the orders made for it: another stands before it on every item (Club days).',
  ],
  [
    'never-applies',
    SPRING,
    { reason: 'used-up', isAlone: false, by: null },
    'Spring paper applies to none of the orders made for it: something always stands against it.',
  ],
  [
    'cliff',
    SPRING,
    { sku: 'PAD', units: 3, before: 2100, after: 4000, isDearer: true },
    'Spring paper: 4 × Drawing pad cost 40.00 €, 3 only 21.00 €.',
  ],
  [
    'cliff',
    SPRING,
    { sku: 'PAD', units: 3, before: 3000, after: 2000, isDearer: false },
    'Spring paper: 4 × Drawing pad cost 20.00 €, less than 30.00 € for 3.',
  ],
  ['no-end', SPRING, { since: null, days: null }, 'Spring paper has neither start nor end.'],
  ['no-end', SPRING, { since: AT, days: 1 }, 'Spring paper has run for 1 day without an end.'],
  ['too-long', SPRING, { days: 120, longest: 90 }, 'Spring paper lasts 120 days; the store wants 90 at most.'],
  [
    'ends-early',
    SPRING,
    { end: MIDNIGHT, text: 'until 12 March' },
    'Spring paper ends Thu 11 Mar, 24:00, before the day that shoppers read as its last: “until 12 March”.',
  ],
  [
    'strike-not-allowed',
    SPRING,
    { ...pad, regular: 380, prior: 334, price: 304, isPromised: false },
    'When Spring paper starts, Drawing pad may not strike 3.80 €: it cost 3.34 € shortly before, and costs 3.04 € then.',
  ],
  [
    'strike-not-allowed',
    SPRING,
    { ...pads, regular: 380, prior: 334, price: 304, isPromised: true },
    'When Spring paper starts, Drawing pad may not strike 3.80 €: it cost 3.34 € shortly before, and costs 3.04 € then, and 2 more products. What shoppers read promises more.',
  ],
  [
    'floor-cuts',
    SPRING,
    floor,
    'Spring paper: for 1 of 1 product the floor keeps part of the reduction; Drawing pad comes to 7.00 €, not 6.00 €.',
  ],
  [
    'floor-cuts',
    SPRING,
    { ...floor, ...pads, units: 3, of: 9 },
    'Spring paper: for 3 of 9 products the floor keeps part of the reduction; 3 × Drawing pad come to 7.00 €, not 6.00 €.',
  ],
  [
    'too-small',
    SPRING,
    { ...pads, reduction: 250, least: 500 },
    'Spring paper takes only 2.5 % off Drawing pad, and 2 more products; below 5 % nobody is drawn by it.',
  ],
  [
    'stock-short',
    SPRING,
    { ...pad, stock: 8, sold: 40, runsOut: AT },
    'Spring paper: Drawing pad lasts until Wed 10 Mar, 09:41 (8 left, 40 sold in 30 days).',
  ],
  [
    'bundle-dearer',
    SPRING,
    { price: 3000, items: 2700, sku: 'PAD' },
    'Spring paper costs 30.00 €; its dearest items come to 27.00 € without it.',
  ],
  ['exactly-misses', SPRING, { count: 2 }, 'Spring paper asks for exactly 2: with 3 in the cart it is lost.'],
  [
    'reach-differs',
    SPRING,
    reach,
    'Spring paper: what counts and what is reduced overlap only in part: 1 product in both, 1 only counts, 1 is only reduced.',
  ],
  [
    'reach-differs',
    SPRING,
    { both: 2, onlyFirst: 3, onlySecond: 0 },
    'Spring paper: what counts and what is reduced overlap only in part: 2 products in both, 3 only count, 0 are only reduced.',
  ],
  [
    'reward-worthless',
    SPRING,
    { sku: 'PAD' },
    'Spring paper gives nothing: its reward saves no cent in any order, not for Drawing pad either.',
  ],
  [
    'rung-unreachable',
    SPRING,
    { rung: 25, onOffer: 20 },
    'Spring paper has a rung from 25 sold; only 20 items are on offer.',
  ],
  [
    'rung-unreachable',
    SPRING,
    { rung: 2, onOffer: 1 },
    'Spring paper has a rung from 2 sold; only 1 item is on offer.',
  ],
  [
    'tier-useless',
    SPRING,
    { tier: 10, before: 900, after: 900 },
    'Spring paper: its tier from 10 saves no more than the one before it.',
  ],
  [
    'code-guessable',
    SPRING,
    { code: 'SALE' },
    'The code SALE of Spring paper is short or a plain word, and easy to guess.',
  ],
  [
    'code-twice',
    BOTH,
    { code: 'SPRING-27', at: AT },
    'The code SPRING-27 opens both Spring paper and Club days from Wed 10 Mar, 09:41; only the first by rank would be opened.',
  ],
  [
    'code-public',
    SPRING,
    { code: 'SPRING-27' },
    'The code SPRING-27 of Spring paper is not listed, but stands in a text that everybody reads.',
  ],
  ['codes-run-out', SPRING, { open: 0, made: 12_000 }, 'Spring paper has no code left of 12,000.'],
  ['codes-run-out', SPRING, { open: 1, made: 20 }, 'Spring paper has 1 code left of 20.'],
  [
    'budget-short',
    SPRING,
    { budget: 50_000, given: 50_010, day: AT },
    'Spring paper has given 500.10 €, its whole budget of 500.00 €.',
  ],
  [
    'budget-short',
    SPRING,
    { budget: 50_000, given: 20_000, day: AT },
    'Spring paper has given 200.00 €; at this pace its budget of 500.00 € is passed on Wed 10 Mar, 09:41.',
  ],
  ['not-released', SPRING, { starts: null, isMissing: false }, 'Running, unreleased changes: “Spring paper”.'],
  ['not-released', SPRING, { starts: AT, isMissing: true }, 'Starts Wed 10 Mar, 09:41, not released: “Spring paper”.'],
  [
    'not-released',
    BOTH,
    { starts: AT, isMissing: true },
    '2 promotions running or starting soon, not released as planned: “Spring paper” and “Club days”. The next one starts Wed 10 Mar, 09:41.',
  ],
  [
    'date-open',
    ['occasion:o'],
    { estimate: '2027-05-01', promotions: 1 },
    'The dates of Art fair are still open; it is likely to begin on Sat 1 May, and 1 promotion waits for it.',
  ],
  [
    'date-open',
    ['occasion:o'],
    { estimate: '2027-05-01', promotions: 2 },
    'The dates of Art fair are still open; it is likely to begin on Sat 1 May, and 2 promotions wait for it.',
  ],
  [
    'outside-occasion',
    SPRING,
    { end: null, occasionEnd: MIDNIGHT },
    'Spring paper has no end; its occasion is over by Thu 11 Mar, 24:00.',
  ],
  [
    'outside-occasion',
    SPRING,
    { end: '2027-03-31T22:00:00.000Z', occasionEnd: MIDNIGHT },
    'Spring paper ends Wed 31 Mar, 24:00; its occasion is over by Thu 11 Mar, 24:00.',
  ],
  [
    'guest-promise',
    SPRING,
    { test: 'group' },
    'Everybody reads of Spring paper, but guests do not get it, and no text says so.',
  ],
  [
    'test-cart-broken',
    ['testCart:t'],
    { name: 'Three brushes', expected: 1900, total: 1920 },
    'The test cart “Three brushes” must come to 19.00 € and comes to 19.20 €.',
  ],
]

function findingOf(kind: FindingKind, about: readonly string[], facts: object): FindingAnswer {
  const subjects = about.map((one) => {
    const [subject, id] = one.split(':')
    return { kind: subject, id }
  })
  return { id: 'f', kind, weight: 'look', subjects, facts, setAside: null } as unknown as FindingAnswer
}

test.each(SAID)('%s of %j', (kind, about, facts, said) => {
  setCurrency('EUR')
  setPresentYear('2027')
  const sentence = say(findingOf(kind, about, facts), NAMES, 'Europe/Vienna')
  expect(sentence.replaceAll('\u00a0', ' ')).toBe(said)
})

test('every kind is among them', () => {
  expect(FINDING_KINDS.filter((kind) => !SAID.some(([said]) => said === kind))).toEqual([])
})

test('what has no name any more is called by its id', () => {
  const finding = findingOf('reward-worthless', ['promotion:gone'], { sku: 'GONE' })
  expect(say(finding, {}, 'Europe/Vienna')).toContain('gone gives nothing')
  expect(say(finding, {}, 'Europe/Vienna')).toContain('not for GONE either')
})
