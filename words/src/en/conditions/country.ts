import type { ConditionWords } from '../../conditionWords.ts'
import { either } from './shared/lists.ts'

export const countryWords: ConditionWords<'country'> = {
  title: 'delivery country',
  alone: (test, { isNegated }) => `for ${isNegated ? 'any delivery except' : 'delivery'} to ${either(test.in)}`,
  clause: (test, { isNegated }) => `${isNegated ? 'don’t choose' : 'choose'} delivery to ${either(test.in)}`,
  need: (test, { isNegated }) => `${isNegated ? 'any delivery except' : 'delivery'} to ${either(test.in)}`,
  describeFound: (found) => (found ? `this order goes to ${found}` : 'no delivery method chosen'),
  sayInShop: (test, { isNegated }) => `for ${isNegated ? 'any delivery except' : 'delivery'} to ${either(test.in)}`,
}
