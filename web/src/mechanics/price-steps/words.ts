import type { PartsOf, PriceSteps } from '@novalex/core'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { PRICES, REACH } from '../shared/partWords.ts'
import { describeSteps } from '../shared/valueWords.ts'

export const priceStepsWords: MechanicWords<PriceSteps, PartsOf<'price-steps'>> = {
  title: 'Price steps',
  example: 'regular price rises with every 10 sold',
  first: { kind: 'price-steps', reach: {} },
  newName: 'New price steps',
  cause: 'Price',
  parts: {
    reach: REACH,
    prices: PRICES,
    steps: { lead: ' pays ', say: ({ ladder }) => describeSteps(ladder) },
  },
  sayInShop: ({ reach }, goodsOf) => `New prices on ${goodsOf(reach)}`,
  sayApplied: () => 'sets the regular price',
  noSaving: 'has reached none of its steps yet',
}
