import type { ConditionWords } from '../../conditionWords.ts'
import { either } from './shared/lists.ts'

export const tagWords: ConditionWords<'tag'> = {
  title: 'shopper tag',
  alone: (test, { isNegated }) => (isNegated ? null : `for shoppers tagged ${either(test.in)}`),
  clause: (test, { isNegated }) => `${isNegated ? 'aren’t' : 'are'} tagged ${either(test.in)}`,
  need: (test, { isNegated }) => `a shopper ${isNegated ? 'not ' : ''}tagged ${either(test.in)}`,
  describeFound: (found) => (found ? `this shopper is tagged ${found}` : 'this shopper has no tag'),
}
