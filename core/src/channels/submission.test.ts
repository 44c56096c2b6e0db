import { describe, expect, test } from 'vitest'
import { DAY_MS } from '../values/index.ts'
import {
  compareSubmissions,
  computeSubmissionState,
  findReminder,
  isSubmissionHeld,
  isSubmissionLocked,
  isSubmissionVisible,
  type SubmissionContent,
  type SubmissionFacts,
} from './submission.ts'

const START = Date.parse('2027-03-10T00:00:00Z')
const END = START + 5 * DAY_MS
const LOCK = START - 5 * 3_600_000
const SENT = START - 4 * DAY_MS
const facts = (changes: Partial<SubmissionFacts> = {}): SubmissionFacts => ({
  action: 'submit',
  sentAt: SENT,
  hasFailed: false,
  decision: null,
  isOpen: false,
  startsAt: START,
  endsAt: END,
  locksAt: LOCK,
  ...changes,
})

describe('the state of a submission', () => {
  test.each<[string, Partial<SubmissionFacts>, number]>([
    ['sending', { sentAt: null }, SENT],
    ['not-sent', { sentAt: null, hasFailed: true }, SENT],
    ['submitted', {}, SENT],
    ['accepted', { decision: 'accepted' }, LOCK - 1],
    ['locked', { decision: 'accepted' }, LOCK],
    ['locked', {}, LOCK],
    ['locked', { decision: 'accepted' }, END - 1],
    ['ended', { decision: 'accepted' }, END],
    ['accepted', { decision: 'accepted', locksAt: null }, START],
    ['accepted', { decision: 'accepted', startsAt: null, endsAt: null, locksAt: null }, END],
    ['refused', { decision: 'refused' }, END],
    ['on-hold', { decision: 'on-hold' }, LOCK],
    ['withdrawing', { action: 'withdraw', sentAt: null }, SENT],
    ['not-sent', { action: 'withdraw', sentAt: null, hasFailed: true }, SENT],
    ['withdrawn', { action: 'withdraw', decision: 'withdrawn' }, END],
  ])('is %s with %j', (state, changes, now) => {
    expect(computeSubmissionState(facts(changes), now)).toBe(state)
  })
})

test.each<[boolean, Partial<SubmissionFacts>, number]>([
  [true, { sentAt: null }, SENT],
  [true, { decision: 'accepted' }, LOCK],
  [true, { decision: 'on-hold' }, SENT],
  [false, { decision: 'refused' }, SENT],
  [false, { decision: 'accepted' }, END],
  [false, { sentAt: null, hasFailed: true }, SENT],
  [false, { action: 'withdraw' }, SENT],
  [true, { action: 'withdraw', sentAt: null, hasFailed: true }, SENT],
])('a partner holds it: %j with %j', (isHeld, changes, now) => {
  expect(isSubmissionHeld(facts(changes), now)).toBe(isHeld)
})

test('only what a partner holds is locked, from its lock to its end', () => {
  const at = (now: number, changes: Partial<SubmissionFacts> = {}) => isSubmissionLocked(facts(changes), now)
  expect([at(LOCK - 1), at(LOCK), at(END - 1), at(END)]).toEqual([false, true, true, false])
  expect([at(END, { endsAt: null }), at(LOCK, { sentAt: null }), at(LOCK, { locksAt: null })]).toEqual([
    true,
    false,
    false,
  ])
  expect([at(LOCK, { decision: 'refused' }), at(LOCK, { decision: 'on-hold' })]).toEqual([false, true])
})

test('only what is accepted is visible, from its start to its end', () => {
  const at = (now: number, changes: Partial<SubmissionFacts> = {}) =>
    isSubmissionVisible(facts({ decision: 'accepted', ...changes }), now)
  expect([at(START - 1), at(START), at(END - 1), at(END)]).toEqual([false, true, true, false])
  expect(at(START, { isOpen: true, startsAt: null, endsAt: null })).toBe(false)
  expect([at(START, { decision: 'on-hold' }), at(END, { endsAt: null }), at(SENT, { startsAt: null })]).toEqual([
    false,
    true,
    true,
  ])
})

test('a missing answer is pointed out after one, two and five days, until it comes or the promotion is over', () => {
  const after = (days: number, changes: Partial<SubmissionFacts> = {}) =>
    findReminder(facts({ endsAt: null, ...changes }), SENT + days * DAY_MS)
  expect([0.99, 1, 1.99, 2, 4.99, 5, 100].map((days) => after(days))).toEqual([null, 1, 1, 2, 2, 5, 5])
  expect([after(5, { decision: 'accepted' }), after(5, { sentAt: null }), after(9, { endsAt: END })]).toEqual([
    null,
    null,
    null,
  ])
})

test('submissions are compared by what a partner sees, whatever the order of their products', () => {
  const product = (sku: string, price: number) => ({ sku, regular: 1000, price, leastPrice: null })
  const content: SubmissionContent = {
    title: 'Pads',
    kind: 'markdown',
    when: { start: '2027-03-10T00:00:00.000Z', end: null },
    products: [product('A', 800), product('B', 700)],
  }
  const differing = (changes: Partial<SubmissionContent>) => compareSubmissions(content, { ...content, ...changes })
  expect(differing({ products: content.products.toReversed() })).toEqual([])
  expect(differing({ title: 'Pens', when: { event: 'MD27' } })).toEqual(['title', 'when'])
  expect(differing({ products: [product('A', 800)] })).toEqual(['products'])
  expect(differing({ products: [product('A', 800), product('C', 700)] })).toEqual(['products'])
  expect(differing({ products: [product('A', 799), product('B', 700)] })).toEqual(['prices'])
  expect(differing({ products: [product('A', 800), { ...product('B', 700), leastPrice: 650 }] })).toEqual(['prices'])
  expect(differing({ kind: 'item-discount', products: [] })).toEqual(['kind', 'products'])
})
