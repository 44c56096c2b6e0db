import { formatPercent, type PartsOf, type Surcharge, type Value } from '@novalex/core'
import { formatMoney } from '../../locale/format.ts'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { REACH } from '../shared/partWords.ts'

export const surchargeWords: MechanicWords<Surcharge, PartsOf<'surcharge'>> = {
  title: 'Surcharge',
  example: '2.00 more for each item',
  first: { kind: 'surcharge', reach: {}, value: { amount: 200, per: 'unit' } },
  newName: 'New surcharge',
  cause: 'Surcharge',
  parts: {
    surcharge: { lead: ' pays ', say: ({ value }) => describeAdded(value) },
    reach: REACH,
  },
  sayInShop: ({ reach }, goodsOf) => `Extra charge on ${goodsOf(reach)}`,
  sayApplied: (amount) => `adds ${amount}`,
}

function describeAdded(value: Value): string {
  if ('percent' in value) return `${formatPercent(value.percent)} more`
  if ('amount' in value) return `${formatMoney(value.amount)} more ${value.per === 'once' ? 'once' : 'each'}`
  return formatMoney(value.price)
}
