import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { ApiError } from '@/api/http.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { useCounts } from './counts.ts'
import { useInShop } from './inShop.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

async function start<T>(answers: Parameters<typeof stubServer>[0], setUp: () => T): Promise<T> {
  stubServer(answers)
  const { result } = withSetup(setUp)
  await vi.advanceTimersByTimeAsync(20)
  return result
}

test('saved, released and live are told apart in words', async () => {
  const compareWithShop = () => ({ missing: ['new'], changed: ['edited'], live: [] })
  const inShop = await start({ compareWithShop }, useInShop)
  expect([
    inShop.describe('same', 'running'),
    inShop.describe('edited', 'running'),
    inShop.describe('edited', 'paused'),
    inShop.describe('new', 'running'),
    inShop.describe('new', 'scheduled'),
    inShop.describe('new', 'draft'),
    inShop.describe('new', 'ended'),
  ]).toEqual([
    'running',
    'running, unreleased changes',
    'paused, unreleased changes',
    'ready, unreleased',
    'scheduled, unreleased',
    'draft',
    'ended',
  ])
})

test('what has reached a limit runs no more, whatever its dates say', async () => {
  const reached = (promotion: string, limit: string) => {
    return { promotion, uses: 1, units: 8, discount: 900, added: 0, reached: { limit, at: '2026-11-29T20:05:00Z' } }
  }
  const listCounts = () => [reached('units', 'units'), reached('uses', 'uses'), reached('budget', 'budget')]
  const inShop = await start({ compareWithShop: () => ({ missing: [], changed: ['uses'] }), listCounts }, useInShop)
  expect(['units', 'uses', 'budget'].map((id) => inShop.describe(id, 'running'))).toEqual([
    'sold out',
    'fully redeemed',
    'budget spent',
  ])
  expect(inShop.describe('units', 'ended')).toBe('ended')
})

test('before it is known what the shop has, nothing is said to be missing', async () => {
  const compareWithShop = () => {
    throw new ApiError('unreachable')
  }
  const inShop = await start({ compareWithShop }, useInShop)
  expect(inShop.describe('p', 'running')).toBe('running')
})

test('counts are what a price asks for; what was corrected below nothing counts as nothing', async () => {
  const listCounts = () => [
    { promotion: 'p', uses: 3, units: 8, discount: 900, added: 0, reached: null },
    { promotion: 'q', uses: 0, units: -2, discount: 0, added: 0, reached: null },
  ]
  const counts = await start({ listCounts }, useCounts)
  expect(counts.facts).toEqual({
    p: { uses: 3, unitsSold: 8, discountGiven: 900 },
    q: { uses: 0, unitsSold: 0, discountGiven: 0 },
  })
  expect(counts.of('q')?.units).toBe(-2)
  expect(counts.of('r')).toBeUndefined()
})
