import type { ConditionWords } from './shared/conditionWords.ts'
import { createListTest, either } from './shared/lists.ts'

export const groupWords: ConditionWords<'group'> = {
  title: 'shopper’s group',
  isForShop: false,
  create: (choices) => createListTest('group', choices),
  describe: (test, { isNegated }) => `${isNegated ? 'not ' : ''}in ${either(test.in)}`,
  describeFound: (found) => (found ? `this shopper is in ${found}` : 'this shopper is in no group'),
}
