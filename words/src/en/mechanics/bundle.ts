import type { Bundle, PartsOf } from '@novalex/core'
import { formatMoney } from '../../format.ts'
import { joinWords } from '../grammar.ts'
import { countGoods } from '../rules.ts'
import type { MechanicWords } from '../../mechanicWords.ts'
import { REPEAT } from './shared/parts.ts'
import { describeOften, describePick, startSentence } from './shared/values.ts'

export const bundleWords: MechanicWords<Bundle, PartsOf<'bundle'>> = {
  title: 'Bundle price',
  example: '3 for €30, or a set for one price',
  newName: 'New bundle',
  cause: 'Bundle price',
  parts: {
    parts: {
      lead: () => '',
      say: ({ parts, pick }, { names }) =>
        joinWords(parts.map(({ quantity, reach }) => countGoods(quantity, reach, { names, any: true }))) +
        describePick(pick),
    },
    price: {
      lead: () => ' for ',
      say: ({ price }, { before }) =>
        `${formatMoney(price)}${before?.part === 'parts' && before.parts.length > 1 ? ' together' : ''}`,
    },
    repeat: REPEAT,
  },
  sayInShop({ parts, price, repeat }, { count }) {
    const goods = parts.map(({ quantity, reach }) => count(quantity, reach))
    return `${startSentence(joinWords(goods))} for ${formatMoney(price)}${describeOften(repeat)}`
  },
  sayReward: (reward) => ('price' in reward ? `bundle for ${formatMoney(reward.price)}` : ''),
}
