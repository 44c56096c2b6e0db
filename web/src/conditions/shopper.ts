import type { ConditionWords } from './shared/conditionWords.ts'
import { createListTest, either } from './shared/lists.ts'

export const shopperWords: ConditionWords<'shopper'> = {
  title: 'specific shopper',
  create: (choices) => createListTest('shopper', choices),
  alone: (test, { isNegated }) => (isNegated ? null : `for shopper ${either(test.in)} only`),
  clause: (test, { isNegated }) => `${isNegated ? 'aren’t' : 'are'} ${either(test.in)}`,
  need: (test, { isNegated }) => `${isNegated ? 'any shopper except' : 'shopper'} ${either(test.in)}`,
  describeFound: (found) => `this is ${found ?? ''}`,
}
