import { afterEach, expect, test } from 'vitest'
import { effectScope } from 'vue'
import { useStoredList } from './useStoredList.ts'

const scope = effectScope()
afterEach(() => {
  localStorage.clear()
})

test.each([
  ['["run","plan"]', ['run', 'plan']],
  ['["run",1,null,{}]', ['run']],
  ['{"run":1}', []],
  ['null', []],
  ['"run"', []],
  ['not JSON', []],
])('%s is read as %j', (stored, list) => {
  localStorage.setItem('list', stored)
  const read = scope.run(() => useStoredList('list', (one) => typeof one === 'string'))
  expect(read?.value).toEqual(list)
})
