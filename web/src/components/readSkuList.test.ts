import { expect, test } from 'vitest'
import { readSkuList } from './readSkuList.ts'

test.each([
  ['A\nB', ['1 A', '2 B']],
  ['A, B;C\tD', ['1 A', '1 B', '1 C', '1 D']],
  ['\r\n  A 1  \r\n\r\n"B-2"\r\n', ['2 A 1', '4 B-2']],
  ['', []],
  [' ; ,\n', []],
  ['\'x"', ['1 \'x"']],
])('%j', (text, expected) => {
  expect(readSkuList(text).map(({ line, sku }) => `${line} ${sku}`)).toEqual(expected)
})
