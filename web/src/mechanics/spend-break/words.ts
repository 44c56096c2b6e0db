import type { PartsOf, SpendBreak } from '@novalex/core'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { REACH } from '../shared/partWords.ts'
import { describeShopTiers, describeTiers, startSentence } from '../shared/valueWords.ts'

export const spendBreakWords: MechanicWords<SpendBreak, PartsOf<'spend-break'>> = {
  title: 'Spend and save',
  example: 'from 50.00 of some products: 10 % less on them',
  first: { kind: 'spend-break', reach: {}, tiers: [{ from: 5000, value: { percent: 1000 } }] },
  newName: 'New spend break',
  cause: 'Offer',
  parts: {
    tiers: { lead: ' gets ', say: ({ mechanic }) => describeTiers(mechanic.tiers) },
    reach: REACH,
  },
  sayInShop: ({ reach, tiers }, goodsOf) => `${startSentence(goodsOf(reach))}: ${describeShopTiers(tiers)}`,
}
