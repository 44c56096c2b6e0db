import { plural } from '../grammar.ts'
import type { ConditionWords } from '../../conditionWords.ts'
import { compareCount, meant } from './shared/figures.ts'

export const ordersWords: ConditionWords<'orders'> = {
  title: 'past orders',
  alone: ({ op, count }, { isNegated }) => {
    const orders = compareCount(meant(op, isNegated), count, 'past order')
    return orders === null ? 'on a first order' : `for shoppers with ${orders}`
  },
  clause: ({ op, count }, { isNegated }) =>
    `have ${compareCount(meant(op, isNegated), count, 'past order') ?? 'no past orders'}`,
  need: ({ op, count }, { isNegated }) => compareCount(meant(op, isNegated), count, 'past order') ?? 'a first order',
  describeFound: (found) => `this shopper has ${found === 0 ? 'no past orders' : plural(Number(found), 'past order')}`,
  sayInShop: ({ op, count }, { isNegated }) => {
    const orders = compareCount(meant(op, isNegated), count, 'past order')
    return orders === null ? 'on your first order' : `with ${orders}`
  },
}
