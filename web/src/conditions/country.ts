import type { ConditionWords } from './shared/conditionWords.ts'
import { createListTest, either } from './shared/lists.ts'

export const countryWords: ConditionWords<'country'> = {
  title: 'country of delivery',
  isForShop: true,
  create: (choices) => createListTest('country', choices),
  describe: (test, { isNegated }) => `${isNegated ? 'without' : 'with'} delivery to ${either(test.in)}`,
  describeFound: (found) => (found ? `this order goes to ${found}` : 'no delivery is chosen'),
}
