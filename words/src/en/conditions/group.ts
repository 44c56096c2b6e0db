import type { ConditionWords } from '../../conditionWords.ts'
import { either } from './shared/lists.ts'

export const groupWords: ConditionWords<'group'> = {
  title: 'customer group',
  alone: (test, { isNegated }) => (isNegated ? null : `for members of ${either(test.in)}`),
  clause: (test, { isNegated }) => `${isNegated ? 'aren’t' : 'are'} in ${either(test.in)}`,
  need: (test, { isNegated }) =>
    isNegated ? `a shopper who isn’t in ${either(test.in)}` : `a member of ${either(test.in)}`,
  describeFound: (found) => (found ? `this shopper is in ${found}` : 'this shopper is in no group'),
}
