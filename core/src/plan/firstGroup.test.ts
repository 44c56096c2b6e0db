import { expect, test } from 'vitest'
import { createStore } from '../testing/shop.ts'
import { findFirstGroup } from './firstGroup.ts'

test.each<[string, string[], [string, string][], boolean, string]>([
  ['a store with one group', ['sale'], [], false, 'sale'],
  ['a store whose groups go together', ['sale', 'extra'], [], false, 'extra'],
  [
    'a store whose groups have other names',
    ['A', 'B', 'C'],
    [
      ['A', 'A'],
      ['C', 'C'],
      ['A', 'B'],
    ],
    true,
    'C',
  ],
])('the first group comes from the store: %s', (_label, stackGroups, apart, isCode, group) => {
  expect(findFirstGroup(createStore({ stackGroups, apart }), { phase: 2, isCode })).toBe(group)
})
