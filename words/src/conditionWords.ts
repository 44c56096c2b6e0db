import type { FailedTest, TestKind, TestOf } from '@novalex/core'
import type { Names } from './names.ts'

export interface Wording {
  readonly names: Names
  /** Whether the test is not to hold. */
  readonly isNegated: boolean
}

/** All words that belong to one kind of test. */
export interface ConditionWords<K extends TestKind> {
  /** Its name in the menu of tests. */
  readonly title: string
  /** The test as a whole condition, `for members of club`. Absent or null: as its clause after "for shoppers who". */
  alone?(test: TestOf<K>, wording: Wording): string | null
  /** The test as a verb phrase after "shoppers who": `are in club`. */
  clause(test: TestOf<K>, wording: Wording): string
  /** The test as a noun phrase after "needs": `a member of club`. */
  need(test: TestOf<K>, wording: Wording): string
  /** Describes what an order has instead. */
  describeFound(found: FailedTest['found']): string
  /** The test after an offer, as shoppers read it: `with 3 or more items`. Absent: shoppers are not told. */
  sayInShop?(test: TestOf<K>, wording: Wording): string
}
