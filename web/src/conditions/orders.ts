import type { ConditionWords } from './shared/conditionWords.ts'
import { compareCount, meant } from './shared/figures.ts'

export const ordersWords: ConditionWords<'orders'> = {
  title: 'number of earlier orders',
  isForShop: true,
  create: () => ({ test: 'orders', op: '=', count: 0 }),
  describe: ({ op, count }, { isNegated }) => `with ${compareCount(meant(op, isNegated), count, 'order')} before`,
  describeFound: (found) => `this shopper has ${found === 0 ? 'none' : String(found ?? '')}`,
}
