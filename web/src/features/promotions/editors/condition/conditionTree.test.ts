import type { Condition } from '@novalex/core'
import { describe, expect, test } from 'vitest'
import { createTest, fromGroup, listTests, pathOf, toGroup } from './conditionTree.ts'

const CHOICES = { group: ['club', 'trade'], tag: [], country: ['AT'], channel: ['web'], option: ['parcel'] }
const club = createTest('group', CHOICES)
const spend = createTest('spend', CHOICES)

describe('a condition as a group and back', () => {
  test.each<[string, Condition | null]>([
    ['nothing', null],
    ['one test', club],
    ['all', { all: [club, spend] }],
    ['any', { any: [club, spend] }],
    ['not', { not: club }],
    ['a group in a group', { any: [{ all: [club, spend] }, { not: spend }] }],
  ])('%s', (_label, condition) => expect(fromGroup(toGroup(condition))).toEqual(condition))

  test('a group that lost its parts but one is that part', () =>
    expect(fromGroup({ kind: 'any', parts: [club] })).toEqual(club))
})

test('problems are found where the part lies', () => {
  expect(pathOf(club, 'when', 0)).toBe('when')
  expect(pathOf({ all: [club, spend] }, 'when', 1)).toBe('when.all.1')
  expect(pathOf({ any: [club, spend] }, 'when.all.1', 0)).toBe('when.all.1.any.0')
})

test('what can be added asks for nothing that there is not', () => {
  const kinds = listTests(CHOICES, true)
  expect(kinds).toEqual(
    expect.arrayContaining(['spend', 'option', 'group', 'signedIn', 'bought', 'channel', 'country']),
  )
  for (const kind of ['tag', 'audience'] as const) expect(kinds).not.toContain(kind)
  for (const kind of kinds) expect(createTest(kind, CHOICES).test).toBe(kind)
  expect(createTest('group', CHOICES)).toEqual({ test: 'group', in: ['club'] })
  expect(createTest('shopper', CHOICES)).toEqual({ test: 'shopper', in: [] })
  expect(listTests({}, false)).toContain('signedIn')
  for (const kind of ['spend', 'quantity', 'group'] as const) expect(listTests({}, false)).not.toContain(kind)
  expect(() => createTest('tag', CHOICES)).toThrow(RangeError)
})
