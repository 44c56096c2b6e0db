import { nameDelivery } from '../../names.ts'
import type { ConditionWords } from '../../conditionWords.ts'
import { either } from './shared/lists.ts'

const methods = (ids: readonly string[]) => either(ids.map(nameDelivery))

const deliveryBy = (ids: readonly string[], isNegated: boolean) =>
  isNegated ? `any delivery except ${methods(ids)}` : `${methods(ids)} delivery`

export const optionWords: ConditionWords<'option'> = {
  title: 'delivery method',
  alone: (test, { isNegated }) => `for ${deliveryBy(test.in, isNegated)}`,
  clause: (test, { isNegated }) => `${isNegated ? 'don’t choose' : 'choose'} ${methods(test.in)}`,
  need: (test, { isNegated }) => deliveryBy(test.in, isNegated),
  describeFound: (found) => (found ? `this order goes by ${nameDelivery(String(found))}` : 'no delivery method chosen'),
  sayInShop: (test, { isNegated }) => `with ${deliveryBy(test.in, isNegated)}`,
}
