import { describe, expect, test } from 'vitest'
import { at, createPromotion, createStore, ZONE } from '../testing/shop.ts'
import { patchPlan, toLivePatch, type AtOnce } from './atOnce.ts'
import type { PlanContent } from './planContent.ts'

const march = createPromotion('p1', { schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' } })
const endless = createPromotion('p2', { schedule: {} })
const pause: AtOnce = { act: 'pause', promotion: 'p1' }
const end: AtOnce = { act: 'end', promotion: 'p1' }
const extend = (until: string): AtOnce => ({ act: 'extend', promotion: 'p1', end: until })

describe('what an act comes to', () => {
  test.each([
    ['a pause while it runs', pause, march, '2027-03-10T09:30', { promotion: 'p1', state: 'paused' }],
    ['a pause before it begins', pause, march, '2027-02-10T09:30', { promotion: 'p1', state: 'paused' }],
    ['a pause after its end', pause, march, '2027-04-01T00:00', 'not-running'],
    ['a pause of a paused one', pause, { ...march, state: 'paused' as const }, '2027-03-10T09:30', 'not-running'],
    ['a pause of a draft', pause, { ...march, state: 'draft' as const }, '2027-03-10T09:30', 'not-running'],
    ['an end while it runs', end, march, '2027-03-10T09:30', { promotion: 'p1', end: '2027-03-10T09:30' }],
    ['an end in its first minute', end, march, '2027-03-01T00:00', { promotion: 'p1', end: '2027-03-01T00:01' }],
    ['an end of one without start', end, endless, '2027-03-10T09:30', { promotion: 'p1', end: '2027-03-10T09:30' }],
    ['an end before it begins', end, march, '2027-02-10T09:30', 'not-running'],
    ['an end after its end', end, march, '2027-04-02T00:00', 'not-running'],
    [
      'a later end',
      extend('2027-04-08T00:00'),
      march,
      '2027-03-10T09:30',
      { promotion: 'p1', end: '2027-04-08T00:00' },
    ],
    ['the same end', extend('2027-04-01T00:00'), march, '2027-03-10T09:30', 'not-later'],
    ['an earlier end', extend('2027-03-20T00:00'), march, '2027-03-10T09:30', 'not-later'],
    ['a later end of one that has ended', extend('2027-05-01T00:00'), march, '2027-04-02T00:00', 'not-running'],
    ['a later end of one without end', extend('2027-05-01T00:00'), endless, '2027-04-02T00:00', 'not-later'],
  ])('%s', (_name, act, live, now, expected) => {
    expect(toLivePatch(act, live, { now: at(now), zone: ZONE })).toEqual(expected)
  })
  test('within a minute it has ended already', () => {
    expect(toLivePatch(end, march, { now: at('2027-03-10T09:30') + 59_999, zone: ZONE })).toMatchObject({
      end: '2027-03-10T09:30',
    })
  })
})

test('a patched plan differs in that one promotion, which has its own end from then on', () => {
  const occasion = { id: 'fair', name: 'Fair', dates: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' } }
  const other = { ...march, id: 'p3', rank: 3 }
  const plan: PlanContent = {
    store: createStore(),
    promotions: [march, endless, other],
    sets: [],
    occasions: [occasion],
    follows: { p1: 'fair' },
  }
  const paused = patchPlan(plan, { promotion: 'p1', state: 'paused' })
  expect(paused).toEqual({ ...plan, promotions: [{ ...march, state: 'paused' }, endless, other] })
  const ended = patchPlan(plan, { promotion: 'p1', end: '2027-03-10T09:30' })
  expect(ended.promotions).toMatchObject([{ schedule: { end: '2027-03-10T09:30' } }, endless, other])
  expect([ended.follows, ended.occasions]).toEqual([{}, []])
  const both = { ...plan, follows: { p1: 'fair', p3: 'fair' } }
  expect(patchPlan(both, { promotion: 'p1', end: '2027-03-10T09:30' })).toMatchObject({
    follows: { p3: 'fair' },
    occasions: [occasion],
  })
})
