import type { PartsOf, SpendBreak } from '@novalex/core'
import { formatMoney } from '../../locale/format.ts'
import { describeReach } from '../../locale/ruleWords.ts'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { describeTiers, describeValue } from '../shared/valueWords.ts'

export const spendBreakWords: MechanicWords<SpendBreak, PartsOf<'spend-break'>> = {
  title: 'Spend and save',
  example: '10% off when €50 or more is spent on some products',
  first: { kind: 'spend-break', reach: {}, tiers: [{ from: 5000, value: { percent: 1000 } }] },
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
