import type { ConditionWords } from './shared/conditionWords.ts'
import { createListTest, either } from './shared/lists.ts'

export const audienceWords: ConditionWords<'audience'> = {
  title: 'audience',
  isForShop: false,
  create: (choices) => createListTest('audience', choices),
  describe: (test, { isNegated }) => `${isNegated ? 'not ' : ''}in the audience ${either(test.in)}`,
  describeFound: (found) => (found ? `this shopper is in ${found}` : 'this shopper is in no audience'),
}
