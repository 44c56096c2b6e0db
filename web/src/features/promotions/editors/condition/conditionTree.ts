import { conditionOf, type Condition, type ConditionTest, type TestKind, firstOf } from '@novalex/core'
import { FIRST_TESTS, type Choices } from '@/conditions/firstTests.ts'
import { TEST_KINDS } from '@/conditions/words.ts'

/** Returns the kinds of test that can be added: none about the cart where that is not known yet, and none without anything to choose. */
export function listTests(choices: Choices, mayAskCart: boolean): TestKind[] {
  return TEST_KINDS.filter(
    (test) => (mayAskCart || conditionOf({ test }).about !== 'cart') && FIRST_TESTS[test](choices) !== null,
  )
}

/** Returns a first draft of a test. Throws a `RangeError` where there is nothing to choose. */
export function createTest(test: TestKind, choices: Choices): ConditionTest {
  const draft = FIRST_TESTS[test](choices)
  if (!draft) throw new RangeError(`nothing to choose for ${test}`)
  return draft
}

export interface Group {
  readonly kind: 'all' | 'any'
  readonly parts: readonly Condition[]
}

/** A condition as a group: what is none is one of a single part. */
export function toGroup(condition: Condition | null): Group {
  if (condition === null) return { kind: 'all', parts: [] }
  if ('all' in condition) return { kind: 'all', parts: condition.all }
  return 'any' in condition ? { kind: 'any', parts: condition.any } : { kind: 'all', parts: [condition] }
}

/** Back again, as short as it can be said; nothing at all is null. */
export function fromGroup({ kind, parts }: Group): Condition | null {
  if (parts.length === 0) return null
  if (parts.length === 1) return firstOf(parts)
  return kind === 'all' ? { all: parts } : { any: parts }
}

/** Path of the part at an index, as in problems: a group of one part is that part itself. */
export function pathOf(condition: Condition | null, path: string, index: number): string {
  if (condition === null) return path
  return 'all' in condition ? `${path}.all.${index}` : 'any' in condition ? `${path}.any.${index}` : path
}
