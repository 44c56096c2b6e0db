import { DAY_MS } from '@novalex/core'
import { createStore } from '@novalex/core/testing'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { useMoment } from '@/stores/moment.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useMomentLine } from './useMomentLine.ts'
import { usePlanChoice } from './usePlanChoice.ts'

const NOW = Date.parse('2027-03-08T09:00:00Z')
const at = (days: number) => new Date(NOW + days * DAY_MS).toISOString()

beforeEach(() => {
  vi.useFakeTimers({ now: NOW, toFake: ['Date'] })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

/** A line with price changes so many days from now. */
async function start(...days: readonly number[]) {
  const change = (day: number) => ({ at: at(day), products: 3, starts: [], ends: [] })
  stubServer({
    getStore: () => ({ store: createStore(), locale: 'en-GB', delivery: [], channels: [], now: at(0), release: null }),
    getMoments: () => ({ moments: days.map(change) }),
    listReleases: () => [{ number: 2 }, { number: 1 }],
  })
  const { result } = withSetup(() => ({ line: useMomentLine(), moment: useMoment(), plans: usePlanChoice() }))
  await waitUntil(() => {
    expect(result.moment.moments).toHaveLength(days.length)
  })
  return result
}

test('the line shows two weeks before and seven after, with the price changes in between', async () => {
  const { line } = await start(-20, -1, 10, 60)
  expect(line.ticks.value.map(({ at: instant }) => (instant - NOW) / DAY_MS)).toEqual([-1, 10])
  expect(line.placeOf(line.range.value.from)).toBe(0)
  expect(line.placeOf(line.range.value.to)).toBe(100)
  expect(line.ticks.value[0]!.title).toContain('3 price changes')
})

test('a moment further off stretches it, so that both are on it', async () => {
  const { line, moment } = await start(60)
  moment.moveTo(NOW + 100 * DAY_MS)
  expect(line.ticks.value).toHaveLength(1)
  for (const instant of [NOW, NOW + 100 * DAY_MS]) {
    expect(line.placeOf(instant)).toBeGreaterThan(0)
    expect(line.placeOf(instant)).toBeLessThan(100)
  }
})

test('keys step from change to change, stay at the last, and go back to the present', async () => {
  const { line, moment } = await start(-1, 10)
  expect(line.press('ArrowRight')).toBe(true)
  expect(moment.instant).toBe(NOW + 10 * DAY_MS)
  expect(line.press('ArrowUp')).toBe(true)
  expect(moment.instant).toBe(NOW + 10 * DAY_MS)
  line.press('ArrowLeft')
  expect(moment.instant).toBe(NOW - DAY_MS)
  line.press('Home')
  expect(moment.isMoved).toBe(false)
  expect(line.press('x')).toBe(false)
})

test('a click goes to the change beside it, and nowhere if none is', async () => {
  const { line, moment } = await start(10, 20)
  line.moveNear(line.placeOf(NOW + 10 * DAY_MS) + 1)
  expect(moment.instant).toBe(NOW + 10 * DAY_MS)
  line.moveNear(95)
  expect(moment.instant).toBe(NOW + 10 * DAY_MS)
})

test('the plans: the working one, each release, and one that an address names', async () => {
  const { plans, moment } = await start()
  await waitUntil(() => {
    expect(plans.value.map(({ value }) => value)).toEqual(['working', '2', '1'])
  })
  moment.plan = '1'
  expect(plans.value).toHaveLength(3)
  moment.plan = '7'
  expect(plans.value.map(({ value }) => value)).toEqual(['working', '2', '1', '7'])
})
