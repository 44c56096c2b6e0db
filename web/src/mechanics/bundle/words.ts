import type { Bundle, PartsOf } from '@novalex/core'
import { formatMoney, joinWords } from '../../locale/format.ts'
import { describeReach } from '../../locale/ruleWords.ts'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { REPEAT } from '../shared/partWords.ts'
import { describeOften, describePick } from '../shared/valueWords.ts'

export const bundleWords: MechanicWords<Bundle, PartsOf<'bundle'>> = {
  title: 'Bundle price',
  example: 'any 3 for 30.00, or a set for one price',
  first: { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 3000, repeat: 'every' },
  newName: 'New bundle',
  cause: 'Bundle price',
  parts: {
    parts: {
      lead: ' who buys ',
      say: ({ parts, pick }, names) =>
        joinWords(parts.map(({ quantity, reach }) => `any ${quantity} of ${describeReach(reach, names)}`)) +
        describePick(pick),
    },
    price: {
      lead: ' pays ',
      say: ({ price, units }) => `${formatMoney(price)} for ${units === 1 ? 'it' : `the ${units}`}`,
    },
    repeat: REPEAT,
  },
  sayInShop({ parts, price, repeat }, goodsOf) {
    const goods = parts.map(({ quantity, reach }) => `${quantity} of ${goodsOf(reach)}`)
    return `${joinWords(goods)} for ${formatMoney(price)}${describeOften(repeat)}`
  },
  sayReward: (reward) => ('price' in reward ? `a bundle for ${formatMoney(reward.price)}` : ''),
}
