import type { FailedTest, TestKind, TestOf } from '@novalex/core'
import type { Names } from '../../locale/ruleWords.ts'

/** The values that tests can be asked for, by kind: groups of shoppers, delivery options and so on. */
export type Choices = Readonly<Partial<Record<TestKind, readonly string[]>>>

export interface Wording {
  readonly names: Names
  /** Whether the test is not to hold. */
  readonly isNegated: boolean
}

/** All words that belong to one kind of test. */
export interface ConditionWords<K extends TestKind> {
  /** Its name in the menu of tests. */
  readonly title: string
  /** Whether shoppers can be told what it asks. */
  readonly isForShop: boolean
  /** Returns a first draft, or null if there is nothing to choose from. */
  create(choices: Choices): TestOf<K> | null
  /** Describes what it asks, as words after "anyone". */
  describe(test: TestOf<K>, wording: Wording): string
  /** Describes what an order has instead. */
  describeFound(found: FailedTest['found']): string
}
