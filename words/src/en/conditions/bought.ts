import { describeReach } from '../rules.ts'
import type { ConditionWords } from '../../conditionWords.ts'

export const boughtWords: ConditionWords<'bought'> = {
  title: 'past purchase',
  clause: ({ reach }, { names, isNegated }) =>
    `have ${isNegated ? 'never ' : ''}bought ${describeReach(reach, names, 'anything')}`,
  need: ({ reach }, { names, isNegated }) =>
    `${isNegated ? 'no' : 'a'} past purchase of ${describeReach(reach, names, 'any product')}`,
  describeFound: (found) => `this shopper has ${found === true ? 'one' : 'none'}`,
  sayInShop: ({ reach }, { names, isNegated }) =>
    `if you’ve ${isNegated ? 'never ' : ''}bought ${describeReach(reach, names, 'anything')}${isNegated ? '' : ' before'}`,
}
