import { keysOf, type ConditionTest, type TestKind } from '@novalex/core'
import { conditionWords } from '@/locale/catalogue.ts'
import type { ConditionWords } from '@novalex/words'

/** In the order of the menu. */
export const TEST_KINDS: readonly TestKind[] = keysOf(conditionWords)

/** Returns the words of a test's kind, as those that take any test. */
export function conditionWordsOf({ test }: Pick<ConditionTest, 'test'>): ConditionWords<TestKind> {
  return conditionWords[test] as unknown as ConditionWords<TestKind>
}
