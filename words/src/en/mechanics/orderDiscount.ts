import type { OrderDiscount, PartsOf } from '@novalex/core'
import { formatMoney } from '../../format.ts'
import { describeReach } from '../rules.ts'
import { isEverything } from '../../names.ts'
import type { MechanicWords } from '../../mechanicWords.ts'
import { describeOrderValue, describeTiers } from './shared/values.ts'

export const orderDiscountWords: MechanicWords<OrderDiscount, PartsOf<'order-discount'>> = {
  title: 'Order discount',
  example: '€5 off orders of €50 or more',
  newName: 'New order discount',
  cause: 'Order discount',
  parts: {
    tiers: { lead: () => '', say: ({ mechanic }) => describeOrders(mechanic) },
    reach: { lead: () => ', counting ', say: ({ reach }, { names }) => describeReach(reach, names) },
  },
  sayInShop: (mechanic, { name }) =>
    `${describeOrders(mechanic)}${isEverything(mechanic.reach) ? '' : `, counting ${name(mechanic.reach)}`}`,
  sayValue: describeOrderValue,
}

function describeOrders({ tiers }: OrderDiscount): string {
  return describeTiers(tiers, describeOrderValue, (from) =>
    from > 0 ? `orders of ${formatMoney(from)} or more` : 'every order',
  )
}
