import type { TestKind } from '@novalex/core'
import { joinWords } from '../../locale/format.ts'
import type { Choices } from './conditionWords.ts'

/** A first draft that asks for the first value there is; null if there is none. */
export function createListTest<K extends TestKind>(test: K, choices: Choices) {
  const [first] = choices[test] ?? []
  return first === undefined ? null : { test, in: [first] }
}

export const either = (values: readonly string[]) => joinWords(values, 'or')
