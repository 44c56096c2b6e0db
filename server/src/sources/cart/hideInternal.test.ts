import { expect, test } from 'vitest'
import { hideInternal } from './hideInternal.ts'

test('sets, tags and families lose their names wherever they stand', () => {
  const reach = { sets: ['loud'], skus: ['PAD-1'], tags: ['old'] }
  expect(hideInternal({ reach, tiers: [{ families: ['f'] }] })).toEqual({
    reach: { sets: ['selection'], skus: ['PAD-1'], tags: ['selection'] },
    tiers: [{ families: ['selection'] }],
  })
})
