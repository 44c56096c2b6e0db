import { expect, test } from 'vitest'
import { firstOf, lastOf, mapPair } from './lists.ts'

test('the first and the last, also of one, and where the value is nothing', () => {
  expect([firstOf([1, 2, 3]), lastOf([1, 2, 3])]).toEqual([1, 3])
  expect([firstOf(['a']), lastOf(['a'])]).toEqual(['a', 'a'])
  expect([firstOf([undefined]), lastOf([null])]).toEqual([undefined, null])
})

test('an empty list has neither', () => {
  expect(() => firstOf([])).toThrow('empty')
  expect(() => lastOf([])).toThrow('empty')
})

test('what is made of each of two', () => {
  expect(mapPair([1, 2], (one) => one * 10)).toEqual([10, 20])
})
