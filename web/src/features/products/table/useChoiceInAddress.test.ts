import { expect, test } from 'vitest'
import { readFilters } from './useChoiceInAddress.ts'

test.each<[string | null, unknown]>([
  ['[{"column":"name","text":"oil"}]', [{ column: 'name', text: 'oil' }]],
  ['[]', []],
  ['[{"text":"oil"}]', null],
  ['[{"column":"colour","text":"red"}]', null],
  ['[{"column":"name"}]', null],
  ['{"column":"name"}', null],
  ['[null]', null],
  ['no JSON', null],
  [null, null],
])('%s', (text, filters) => {
  expect(readFilters(text)).toEqual(filters)
})
