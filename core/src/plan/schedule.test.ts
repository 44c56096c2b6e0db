import { describe, expect, test } from 'vitest'
import type { Schedule } from '../terms/index.ts'
import { at, createPromotion, ZONE } from '../testing/shop.ts'
import {
  compileSchedule,
  computeScheduleEdges,
  computeScheduleStatus,
  computeStatus,
  findLiveMoment,
} from './schedule.ts'

const statusAt = (schedule: Schedule, instant: number) =>
  computeScheduleStatus(compileSchedule(schedule, ZONE), instant)

describe('start and end are half-open', () => {
  const march: Schedule = { start: '2027-03-01T00:00', end: '2027-04-01T00:00' }
  test.each([
    ['the last millisecond before', at('2027-03-01T00:00') - 1, 'not-started'],
    ['the first moment', at('2027-03-01T00:00'), 'live'],
    ['the last millisecond of the last day', at('2027-04-01T00:00') - 1, 'live'],
    ['midnight after the last day', at('2027-04-01T00:00'), 'ended'],
  ])('%s', (_label, instant, expected) => expect(statusAt(march, instant)).toBe(expected))

  test('without start or end it always holds', () => expect(statusAt({}, 0)).toBe('live'))
})

describe('weekly windows', () => {
  const night: Schedule = { weekly: [{ days: [5], from: '22:00', to: '02:00' }] }
  const weekend: Schedule = { weekly: [{ days: [6, 7], from: '00:00', to: '00:00' }] }
  test.each([
    ['Friday before the night window', night, at('2027-03-05T21:59'), 'outside-hours'],
    ['Friday at its start', night, at('2027-03-05T22:00'), 'live'],
    ['Saturday, still the window of Friday', night, at('2027-03-06T01:59'), 'live'],
    ['Saturday at its end', night, at('2027-03-06T02:00'), 'outside-hours'],
    ['Thursday night is nobody’s window', night, at('2027-03-05T01:00'), 'outside-hours'],
    ['Friday midnight starts the weekend', weekend, at('2027-03-06T00:00'), 'live'],
    ['the last minute of Sunday', weekend, at('2027-03-07T23:59'), 'live'],
    ['Monday midnight ends it', weekend, at('2027-03-08T00:00'), 'outside-hours'],
    ['Sunday of the clock change, 23 hours long', weekend, at('2027-03-28T23:59'), 'live'],
    ['Sunday of the clock change back, second 02:30', weekend, at('2027-10-31T02:30') + 3_600_000, 'live'],
  ])('%s', (_label, schedule, instant, expected) => expect(statusAt(schedule, instant)).toBe(expected))

  test('the clock-change weekend switches on and off once each', () => {
    const schedule = compileSchedule(weekend, ZONE)
    const edges = computeScheduleEdges(schedule, at('2027-03-26T00:00'), at('2027-03-31T00:00'))
    const saturday = [at('2027-03-27T00:00'), at('2027-03-28T00:00'), at('2027-03-29T00:00')]
    expect(edges).toEqual(saturday)
    expect((saturday[2]! - saturday[1]!) / 3_600_000).toBe(23)
  })

  test('between two edges nothing switches', () => {
    const schedule = compileSchedule({ ...night, start: '2027-03-01T00:00', end: '2027-03-20T00:00' }, ZONE)
    const [from, to] = [at('2027-02-25T00:00'), at('2027-03-25T00:00')]
    const edges = new Set(computeScheduleEdges(schedule, from, to))
    for (let instant = from; instant < to; instant += 15 * 60_000) {
      const before = computeScheduleStatus(schedule, instant)
      const after = computeScheduleStatus(schedule, instant + 15 * 60_000)
      const isLiveChange = (before === 'live') !== (after === 'live')
      if (isLiveChange) expect(edges).toContain(instant + 15 * 60_000)
    }
  })
})

describe('computeStatus', () => {
  const schedule: Schedule = { start: '2027-03-01T00:00', end: '2027-04-01T00:00' }
  test.each([
    ['draft', 'draft', '2027-03-10T00:00', 'draft'],
    ['ready before its start', 'ready', '2027-02-10T00:00', 'scheduled'],
    ['ready inside', 'ready', '2027-03-10T00:00', 'running'],
    ['ready after its end', 'ready', '2027-04-01T00:00', 'ended'],
    ['paused inside', 'paused', '2027-03-10T00:00', 'paused'],
    ['paused after its end', 'paused', '2027-05-01T00:00', 'ended'],
    ['stopped', 'stopped', '2027-03-10T00:00', 'stopped'],
  ] as const)('%s', (_label, state, local, expected) => {
    expect(computeStatus(createPromotion('p1', { state, schedule }), ZONE, at(local))).toBe(expected)
  })
})

describe('the live moment that is nearest', () => {
  const near = (schedule: Schedule, now: string) => {
    const found = findLiveMoment(compileSchedule(schedule, ZONE), at(now))
    return found === null ? null : new Date(found).toISOString()
  }
  const march = { start: '2027-03-10T00:00', end: '2027-03-20T00:00' }
  const fridays = [{ days: [5], from: '17:00', to: '19:00' }]
  test.each<[string, Schedule, string, string | null]>([
    ['now', march, '2027-03-12T09:00', '2027-03-12T08:00:00.000Z'],
    ['its start', march, '2027-03-01T09:00', '2027-03-09T23:00:00.000Z'],
    ['its last second', march, '2027-04-01T09:00', '2027-03-19T22:59:59.000Z'],
    ['the next opening', { weekly: fridays }, '2027-03-08T10:00', '2027-03-12T16:00:00.000Z'],
    ['the first opening', { ...march, weekly: fridays }, '2027-03-01T10:00', '2027-03-12T16:00:00.000Z'],
    ['the last closing', { ...march, weekly: fridays }, '2027-03-19T20:00', '2027-03-19T17:59:59.000Z'],
    [
      'none in its days',
      { start: '2027-03-08T00:00', end: '2027-03-09T00:00', weekly: fridays },
      '2027-03-08T10:00',
      null,
    ],
    ['none with open dates', { open: true }, '2027-03-08T10:00', null],
  ])('%s', (_label, schedule, now, expected) => expect(near(schedule, now)).toBe(expected))
})
