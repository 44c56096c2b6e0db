import type { PartsOf, Surcharge, Value } from '@novalex/core'
import { formatMoney, formatPercent } from '../../format.ts'
import { describeReach } from '../rules.ts'
import type { MechanicWords } from '../../mechanicWords.ts'

export const surchargeWords: MechanicWords<Surcharge, PartsOf<'surcharge'>> = {
  title: 'Surcharge',
  example: '€2 more for each item',
  newName: 'New surcharge',
  cause: 'Surcharge',
  parts: {
    surcharge: { lead: () => '', say: ({ value }) => describeAdded(value) },
    reach: {
      lead: (_part, { before }) => (before?.part === 'surcharge' ? leadFromAdded(before.value) : ' '),
      say: ({ reach }, { names }) => describeReach(reach, names),
    },
  },
  sayInShop: ({ reach }, { name }) => `Surcharge on ${name(reach)}`,
  sayValue: describeAdded,
  sayApplied: (amount) => `+${amount}`,
}

function describeAdded(value: Value): string {
  if ('percent' in value) return `${formatPercent(value.percent)} surcharge`
  if ('price' in value) return formatMoney(value.price)
  return `${formatMoney(value.amount)} surcharge ${value.per === 'once' ? 'once per order' : 'per unit'}`
}

function leadFromAdded(value: Value): string {
  if (!('amount' in value)) return ' on '
  return value.per === 'once' ? ', on ' : ' of '
}
