import type { ItemDiscount, PartsOf } from '@novalex/core'
import { describeReach } from '../rules.ts'
import type { MechanicWords } from '../../mechanicWords.ts'
import { leadToProducts, VALUE } from './shared/parts.ts'
import { describeValue, isPerUnit, leadFrom, PICKS, startSentence } from './shared/values.ts'

export const itemDiscountWords: MechanicWords<ItemDiscount, PartsOf<'item-discount'>> = {
  title: 'Item discount',
  example: '10% off each item in the cart',
  newName: 'New item discount',
  cause: 'Offer',
  parts: {
    value: VALUE,
    maxUnits: {
      lead: ({ maxUnits }, { before }) => {
        const value = before?.part === 'value' ? before.value : null
        return value === null || (maxUnits === 1 && isPerUnit(value)) ? ' ' : leadFrom(value)
      },
      say: ({ maxUnits, pick }) =>
        maxUnits === 1 ? `the ${PICKS[pick]} item` : `the ${maxUnits} ${PICKS[pick]} items`,
    },
    reach: {
      lead: (_part, { before }) => (before?.part === 'maxUnits' ? ' from ' : leadToProducts(before)),
      say: ({ reach }, { names, before }) =>
        describeReach(reach, names, before?.part === 'maxUnits' ? 'all products' : undefined),
    },
  },
  sayInShop({ maxUnits, value, reach }, { name }) {
    const most = maxUnits === undefined ? '' : `, up to ${maxUnits === 1 ? '1 item' : `${maxUnits} items`}`
    const each = isPerUnit(value) ? ' item' : ''
    return startSentence(`${describeValue(value)}${each}${leadFrom(value)}${name(reach)}${most}`)
  },
}
