import type { ConditionWords } from './shared/conditionWords.ts'
import { createListTest, either } from './shared/lists.ts'

export const tagWords: ConditionWords<'tag'> = {
  title: 'shopper’s tag',
  isForShop: false,
  create: (choices) => createListTest('tag', choices),
  describe: (test, { isNegated }) => `${isNegated ? 'not ' : ''}tagged ${either(test.in)}`,
  describeFound: (found) => (found ? `this shopper is tagged ${found}` : 'this shopper has no tag'),
}
