import type { PartsOf, QuantityBreak } from '@novalex/core'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { REACH } from '../shared/partWords.ts'
import { describeShopTiers, describeTiers, startSentence } from '../shared/valueWords.ts'

export const quantityBreakWords: MechanicWords<QuantityBreak, PartsOf<'quantity-break'>> = {
  title: 'Quantity break',
  example: '5 of one product: 10 % less, 10 and more: 15 %',
  first: {
    kind: 'quantity-break',
    reach: {},
    count: 'sku',
    on: 'all',
    tiers: [
      { from: 5, value: { percent: 1000 } },
      { from: 10, value: { percent: 1500 } },
    ],
  },
  newName: 'New quantity break',
  cause: 'Quantity price',
  parts: {
    tiers: { lead: ' gets ', say: ({ mechanic }) => describeBreaks(mechanic) },
    reach: REACH,
  },
  sayInShop: ({ reach, tiers }, goodsOf) => `${startSentence(goodsOf(reach))}: ${describeShopTiers(tiers, String)}`,
}

const COUNTS = { sku: 'of one product', family: 'of one family', reach: 'together' }

function describeBreaks({ tiers, count, on }: QuantityBreak): string {
  const each = on === 'tier' ? ', each unit by its own step,' : ''
  return `${describeTiers(tiers, (from) => `${from} and more`)} ${COUNTS[count]}${each}`
}
