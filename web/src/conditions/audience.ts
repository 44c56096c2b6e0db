import { quote } from '../locale/format.ts'
import type { ConditionWords } from './shared/conditionWords.ts'
import { createListTest, either } from './shared/lists.ts'

const name = (ids: readonly string[]) => `audience ${either(ids.map(quote))}`

export const audienceWords: ConditionWords<'audience'> = {
  title: 'audience',
  create: (choices) => createListTest('audience', choices),
  alone: (test, { isNegated }) => (isNegated ? null : `for ${name(test.in)}`),
  clause: (test, { isNegated }) => `${isNegated ? 'aren’t' : 'are'} in ${name(test.in)}`,
  need: (test, { isNegated }) => `a shopper ${isNegated ? 'who isn’t ' : ''}in ${name(test.in)}`,
  describeFound: (found) => (found ? `this shopper is in ${found}` : 'this shopper is in no audience'),
}
