import { nameDelivery } from '../locale/ruleWords.ts'
import type { ConditionWords } from './shared/conditionWords.ts'
import { createListTest, either } from './shared/lists.ts'

export const optionWords: ConditionWords<'option'> = {
  title: 'way of delivery',
  isForShop: true,
  create: (choices) => createListTest('option', choices),
  describe: (test, { isNegated }) =>
    `${isNegated ? 'without' : 'with'} delivery by ${either(test.in.map(nameDelivery))}`,
  describeFound: (found) => (found ? `this order goes by ${nameDelivery(String(found))}` : 'no delivery is chosen'),
}
