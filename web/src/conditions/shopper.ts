import type { ConditionWords } from './shared/conditionWords.ts'
import { createListTest, either } from './shared/lists.ts'

export const shopperWords: ConditionWords<'shopper'> = {
  title: 'one shopper',
  isForShop: false,
  create: (choices) => createListTest('shopper', choices),
  describe: (test, { isNegated }) => `who is ${isNegated ? 'not ' : ''}shopper ${either(test.in)}`,
  describeFound: (found) => `this one is ${found ?? ''}`,
}
