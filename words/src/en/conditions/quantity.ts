import { isEverything } from '../../names.ts'
import type { ConditionWords } from '../../conditionWords.ts'
import { countInCart, meant } from './shared/figures.ts'

export const quantityWords: ConditionWords<'quantity'> = {
  title: 'items in the cart',
  alone: ({ op, count, reach }, { names, isNegated }) =>
    `for carts with ${countInCart(meant(op, isNegated), count, { reach, names })}`,
  clause: ({ op, count, reach }, { names, isNegated }) =>
    `have ${countInCart(meant(op, isNegated), count, { reach, names })} in the cart`,
  need: ({ op, count, reach }, { names, isNegated }) => {
    const items = countInCart(meant(op, isNegated), count, { reach, names })
    return isEverything(reach) ? `${items} in the cart` : items
  },
  describeFound: (found) => `this cart has ${found === 0 ? 'none' : String(found ?? '')}`,
  sayInShop: ({ op, count, reach }, { names, isNegated }) =>
    `with ${countInCart(meant(op, isNegated), count, { reach, names })}`,
}
