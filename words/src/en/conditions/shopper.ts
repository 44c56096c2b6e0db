import type { ConditionWords } from '../../conditionWords.ts'
import { either } from './shared/lists.ts'

export const shopperWords: ConditionWords<'shopper'> = {
  title: 'specific shopper',
  alone: (test, { isNegated }) => (isNegated ? null : `for shopper ${either(test.in)} only`),
  clause: (test, { isNegated }) => `${isNegated ? 'aren’t' : 'are'} ${either(test.in)}`,
  need: (test, { isNegated }) => `${isNegated ? 'any shopper except' : 'shopper'} ${either(test.in)}`,
  describeFound: (found) => `this is ${found ?? ''}`,
}
