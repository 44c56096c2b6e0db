import type { PartsOf, SpendBreak } from '@novalex/core'
import { formatMoney } from '../../format.ts'
import { describeReach } from '../rules.ts'
import type { MechanicWords } from '../../mechanicWords.ts'
import { describeTiers, describeValue } from './shared/values.ts'

export const spendBreakWords: MechanicWords<SpendBreak, PartsOf<'spend-break'>> = {
  title: 'Spend and save',
  example: '10% off when €50 or more is spent on some products',
  newName: 'New spend and save',
  cause: 'Offer',
  parts: {
    tiers: {
      lead: () => '',
      say: ({ mechanic: { tiers } }) =>
        tiers.map(({ from, value }) => `${describeValue(value)} when ${formatMoney(from)} or more`).join(', '),
    },
    reach: {
      lead: (_part, { before }) =>
        before?.part === 'tiers' && before.mechanic.tiers.length > 1 ? ', is spent on ' : ' is spent on ',
      say: ({ reach }, { names }) => describeReach(reach, names, 'any products'),
    },
  },
  sayInShop: ({ reach, tiers }, { name }) =>
    `${name(reach, 'Everything')}: ${describeTiers(tiers, describeValue, (from) => `when you spend ${formatMoney(from)} or more`)}`,
}
