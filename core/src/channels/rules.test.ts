import { expect, test } from 'vitest'
import type { ChannelRules } from '../terms/index.ts'
import { checkPartnerTerms, findRulesOn, isOverdue } from './rules.ts'

const TODAY = '2027-03-10'
const set = (values: ChannelRules, changes = {}) => ({
  from: '2027-01-01',
  values,
  source: '',
  checkedOn: '2027-01-01',
  ...changes,
})
const terms = (...rules: ReturnType<typeof set>[]) => ({ leadHours: 48, lockHours: 5, rules })
const told = (given: ReturnType<typeof terms>) =>
  checkPartnerTerms(given, TODAY).map(({ code, path, facts }) => [code, path, facts])

test('rules hold from their day on, whatever their order', () => {
  const given = terms(
    set({ maxDays: 3 }, { from: '2028-01-01' }),
    set({ maxDays: 1 }),
    set({ maxDays: 2 }, { from: '2027-06-01' }),
  )
  const on = (day: string) => findRulesOn(given, day)?.values.maxDays
  expect(['2026-12-31', '2027-01-01', '2027-05-31', '2027-06-01', '2029-01-01'].map(on)).toEqual([
    undefined,
    1,
    1,
    2,
    3,
  ])
})

test('rules that nobody looked at for a year are overdue', () => {
  expect(isOverdue({ checkedOn: '2026-03-10' }, TODAY)).toBe(false)
  expect(isOverdue({ checkedOn: '2026-03-09' }, TODAY)).toBe(true)
})

test.each<[ChannelRules, string | null, string?]>([
  [{ minReduction: 1000, showReduction: 1000 }, null],
  [{ minReduction: 1001, showReduction: 1000 }, 'showReduction', 'minReduction'],
  [{ usualDays: { from: 7, to: 7 }, maxDays: 7 }, null],
  [{ usualDays: { from: 8, to: 7 } }, 'usualDays', 'usualDays'],
  [{ usualDays: { from: 8, to: 14 }, maxDays: 7 }, 'usualDays', 'maxDays'],
  [{ atLeastOfReference: 8000, atMostOfReference: 8000 }, null],
  [{ atLeastOfReference: 8001, atMostOfReference: 8000 }, 'atLeastOfReference', 'atMostOfReference'],
  [{ leastPriceGap: 200, minReduction: 9799 }, null],
  [{ leastPriceGap: 200, minReduction: 9800 }, 'leastPriceGap', 'minReduction'],
])('%j contradicts itself: %s', (values, rule, other) => {
  expect(told(terms(set(values)))).toEqual(
    rule === null ? [] : [['rules-contradict', `rules.0.values.${rule}`, { rule, other }]],
  )
})

test('days are in the calendar, no two sets begin on one, and nobody has checked tomorrow', () => {
  expect(told(terms(set({}), set({})))).toEqual([['duplicate-id', 'rules.1.from', { id: '2027-01-01' }]])
  expect(told(terms(set({}, { from: '2027-02-30' })))).toEqual([
    ['no-such-time', 'rules.0.from', { given: '2027-02-30' }],
  ])
  expect(told(terms(set({}, { checkedOn: '2027-03-11' })))).toEqual([
    ['in-future', 'rules.0.checkedOn', { given: '2027-03-11' }],
  ])
  expect(told({ ...terms(), lockHours: 49 })).toEqual([['lock-before-submission', 'lockHours', { leadHours: 48 }]])
})
