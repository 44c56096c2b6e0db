import { expect, test } from 'vitest'
import { listDifferences } from './listDifferences.ts'

test.each<[string, unknown, [string, string, string][]]>([
  ['nothing', null, []],
  ['no before and after', { name: 'A' }, []],
  ['the same', { before: { a: 1 }, after: { a: 1 } }, []],
  ['one place, deep', { before: { a: { b: 1, c: 2 } }, after: { a: { b: 1, c: 3 } } }, [['a › c', '2', '3']]],
  ['a list', { before: { a: ['x'] }, after: { a: ['x', 'y'] } }, [['a', 'x', 'x, y']]],
  ['a list of things', { before: { a: [{ b: 1 }] }, after: { a: [{ b: 2 }] } }, [['a › 0 › b', '1', '2']]],
  ['what is new', { after: { role: 'reader' } }, [['role', '', 'reader']]],
  ['what is gone', { before: { end: 'x' }, after: {} }, [['end', 'x', '']]],
  ['what became nothing', { before: { a: 1 }, after: { a: null } }, [['a', '1', '–']]],
  ['a counter', { before: { version: 1 }, after: { version: 2 } }, []],
])('%s', (_label, detail, expected) => {
  expect(listDifferences(detail).map(({ path, before, after }) => [path, before, after])).toEqual(expected)
})
