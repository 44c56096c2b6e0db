import { formatMoney } from '../../format.ts'
import type { ConditionWords } from '../../conditionWords.ts'
import { compareMoney, meant } from './shared/figures.ts'

export const spentWords: ConditionWords<'spent'> = {
  title: 'total spent',
  clause: ({ op, amount }, { isNegated }) => `have spent ${compareMoney(meant(op, isNegated), amount)}`,
  need: ({ op, amount }, { isNegated }) => `${compareMoney(meant(op, isNegated), amount)} spent so far`,
  describeFound: (found) => `this shopper has spent ${formatMoney(Number(found))}`,
}
