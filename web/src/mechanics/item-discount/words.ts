import { isFree, type ItemDiscount, type PartsOf } from '@novalex/core'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { REACH, VALUE } from '../shared/partWords.ts'
import { describeShopValue, startSentence } from '../shared/valueWords.ts'

export const itemDiscountWords: MechanicWords<ItemDiscount, PartsOf<'item-discount'>> = {
  title: 'Item discount',
  example: '10 % off each item in the cart',
  first: { kind: 'item-discount', reach: {}, value: { percent: 1000 } },
  newName: 'New item discount',
  cause: 'Offer',
  parts: {
    value: VALUE,
    maxUnits: { lead: ' ', say: ({ maxUnits, pick }) => `on the ${maxUnits === 1 ? pick : `${maxUnits} ${pick}`}` },
    reach: { ...REACH, lead: (previous) => (previous === 'maxUnits' ? ' of ' : ' for ') },
  },
  sayInShop({ maxUnits, value, reach }, goodsOf) {
    const most = maxUnits === undefined ? '' : `, up to ${maxUnits}`
    const on = 'percent' in value && !isFree(value) ? ' ' : ' on '
    return startSentence(`${describeShopValue(value)}${on}${goodsOf(reach)}${most}`)
  },
}
