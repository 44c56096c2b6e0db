import { formatMoney } from '../locale/format.ts'
import type { ConditionWords } from './shared/conditionWords.ts'
import { compareMoney, describePlace, meant } from './shared/figures.ts'

const BASES = { regular: ' at regular prices', shelf: '', current: ' after earlier offers' }

export const spendWords: ConditionWords<'spend'> = {
  title: 'worth of items in the cart',
  isForShop: true,
  create: () => ({ test: 'spend', reach: {}, basis: 'shelf', op: '>=', amount: 5000 }),
  describe: ({ op, amount, reach, basis }, { names, isNegated }) =>
    `with ${compareMoney(meant(op, isNegated), amount)}${describePlace(reach, names)}${BASES[basis]}`,
  describeFound: (found) => `this cart has ${formatMoney(Number(found))}`,
}
