import { formatMoney } from '../locale/format.ts'
import type { ConditionWords } from './shared/conditionWords.ts'
import { compareMoney, meant } from './shared/figures.ts'

export const spentWords: ConditionWords<'spent'> = {
  title: 'spent so far',
  isForShop: false,
  create: () => ({ test: 'spent', op: '>=', amount: 10_000 }),
  describe: ({ op, amount }, { isNegated }) => `who spent ${compareMoney(meant(op, isNegated), amount)} before`,
  describeFound: (found) => `this shopper spent ${formatMoney(Number(found))}`,
}
