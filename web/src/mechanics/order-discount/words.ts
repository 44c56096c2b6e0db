import type { OrderDiscount, PartsOf } from '@novalex/core'
import { isEverything } from '../../locale/ruleWords.ts'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { REACH } from '../shared/partWords.ts'
import { describeShopTiers, describeTiers, startSentence } from '../shared/valueWords.ts'

export const orderDiscountWords: MechanicWords<OrderDiscount, PartsOf<'order-discount'>> = {
  title: 'Order discount',
  example: '5.00 off the order from 50.00',
  first: { kind: 'order-discount', reach: {}, tiers: [{ from: 5000, value: { amount: 500, per: 'once' } }] },
  newName: 'New order discount',
  cause: 'Off the order',
  parts: {
    tiers: { lead: ' gets ', say: ({ mechanic }) => describeTiers(mechanic.tiers) },
    reach: REACH,
  },
  sayInShop({ reach, tiers }, goodsOf) {
    const what = isEverything(reach) ? 'your order' : goodsOf(reach)
    return `${startSentence(what)}: ${describeShopTiers(tiers)}`
  },
}
