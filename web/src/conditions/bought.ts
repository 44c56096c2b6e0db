import { describeReach, isEverything } from '../locale/ruleWords.ts'
import type { ConditionWords } from './shared/conditionWords.ts'

export const boughtWords: ConditionWords<'bought'> = {
  title: 'bought before',
  isForShop: true,
  create: () => ({ test: 'bought', reach: {} }),
  describe: ({ reach }, { names, isNegated }) => {
    const what = isEverything(reach) ? 'anything' : describeReach(reach, names)
    return isNegated ? `who never bought ${what}` : `who bought ${what} before`
  },
  describeFound: (found) => `this shopper ${found === true ? 'did' : 'did not'}`,
}
