import { quote } from '../grammar.ts'
import type { ConditionWords } from '../../conditionWords.ts'
import { either } from './shared/lists.ts'

const name = (ids: readonly string[]) => `audience ${either(ids.map(quote))}`

export const audienceWords: ConditionWords<'audience'> = {
  title: 'audience',
  alone: (test, { isNegated }) => (isNegated ? null : `for ${name(test.in)}`),
  clause: (test, { isNegated }) => `${isNegated ? 'aren’t' : 'are'} in ${name(test.in)}`,
  need: (test, { isNegated }) => `a shopper ${isNegated ? 'who isn’t ' : ''}in ${name(test.in)}`,
  describeFound: (found) => (found ? `this shopper is in ${found}` : 'this shopper is in no audience'),
}
