import type { Condition } from '@novalex/core'
import { expect, test } from 'vitest'
import { hideExcluded, hideInternal } from './hideInternal.ts'

const trade: Condition = { test: 'group', in: ['trade'] }
const first: Condition = { test: 'orders', op: '=', count: 0 }
const hidden: Condition = { test: 'group', in: ['selection'] }

test.each<[string, Condition | null, Condition | null]>([
  ['nobody', null, null],
  ['a group that it is for', trade, trade],
  ['a group that it is not for', { not: trade }, { not: hidden }],
  ['in all', { all: [{ not: trade }, first] }, { all: [{ not: hidden }, first] }],
  ['in any', { any: [first, { not: trade }] }, { any: [first, { not: hidden }] }],
  ['in an exclusion of several', { not: { any: [trade, first] } }, { not: { any: [hidden, first] } }],
  ['an exclusion of an exclusion', { not: { not: trade } }, { not: { not: trade } }],
  ['another exclusion', { not: first }, { not: first }],
])('%s', (_label, when, shown) => {
  expect(hideExcluded(when)).toEqual(shown)
})

test('sets, tags and families lose their names wherever they stand', () => {
  const reach = { sets: ['loud'], skus: ['PAD-1'], tags: ['old'] }
  expect(hideInternal({ reach, tiers: [{ families: ['f'] }] })).toEqual({
    reach: { sets: ['selection'], skus: ['PAD-1'], tags: ['selection'] },
    tiers: [{ families: ['selection'] }],
  })
})
