import type { Bundle, PartsOf } from '@novalex/core'
import { formatMoney, joinWords } from '../../locale/format.ts'
import { countGoods } from '../../locale/ruleWords.ts'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { REPEAT } from '../shared/partWords.ts'
import { describeOften, describePick, startSentence } from '../shared/valueWords.ts'

export const bundleWords: MechanicWords<Bundle, PartsOf<'bundle'>> = {
  title: 'Bundle price',
  example: '3 for €30, or a set for one price',
  first: { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 3000, repeat: 'every' },
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
