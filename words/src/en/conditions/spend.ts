import { describeReach } from '../rules.ts'
import { isEverything } from '../../names.ts'
import { formatMoney } from '../../format.ts'
import type { ConditionWords, Wording } from '../../conditionWords.ts'
import { compareMoney, meant } from './shared/figures.ts'
import type { TestOf } from '@novalex/core'

const BASES = { regular: ' at regular prices', shelf: '', current: ' after earlier offers' }

/** `€80.00 or more of Brushes at regular prices`; a whole cart’s as `place` says. */
function worth({ op, amount, reach, basis }: TestOf<'spend'>, { names, isNegated }: Wording, place: string): string {
  const where = isEverything(reach) ? place : ` of ${describeReach(reach, names)}`
  return `${compareMoney(meant(op, isNegated), amount)}${where}${BASES[basis]}`
}

export const spendWords: ConditionWords<'spend'> = {
  title: 'cart value',
  alone: (test, wording) => `for carts ${isEverything(test.reach) ? 'of' : 'with'} ${worth(test, wording, '')}`,
  clause: (test, wording) =>
    `have ${worth(test, wording, ' in the cart')}${isEverything(test.reach) ? '' : ' in the cart'}`,
  need: (test, wording) => worth(test, wording, ' in the cart'),
  describeFound: (found) => `this cart has ${formatMoney(Number(found))}`,
  sayInShop: ({ op, amount, reach, basis }, { names, isNegated }) =>
    `when you spend ${compareMoney(meant(op, isNegated), amount)}${isEverything(reach) ? '' : ` on ${describeReach(reach, names)}`}${BASES[basis]}`,
}
