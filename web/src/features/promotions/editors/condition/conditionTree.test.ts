import type { Condition } from '@novalex/core'
import { describe, expect, test } from 'vitest'
import { CART_TESTS, createTest, fromGroup, pathOf, SHOPPER_TESTS, toGroup } from './conditionTree.ts'

const club = createTest('group')
const spend = createTest('spend')

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

test('there is a first draft of every test', () => {
  for (const kind of [...CART_TESTS, ...SHOPPER_TESTS]) expect(createTest(kind).test).toBe(kind)
})
