import { isEverything } from '../locale/ruleWords.ts'
import type { ConditionWords } from './shared/conditionWords.ts'
import { compareCount, describePlace, meant } from './shared/figures.ts'

export const quantityWords: ConditionWords<'quantity'> = {
  title: 'number of items in the cart',
  isForShop: true,
  create: () => ({ test: 'quantity', reach: {}, op: '>=', count: 3 }),
  describe: ({ op, count, reach }, { names, isNegated }) => {
    const figure = compareCount(meant(op, isNegated), count, isEverything(reach) ? 'item' : null)
    return `with ${figure}${describePlace(reach, names)}`
  },
  describeFound: (found) => `this cart has ${found === 0 ? 'none' : String(found ?? '')}`,
}
