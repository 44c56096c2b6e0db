import { firstOf, type Ladder, type PartsOf, type PriceSteps, type Value } from '@novalex/core'
import { formatMoney } from '../../format.ts'
import { joinWords } from '../grammar.ts'
import { describeReach } from '../rules.ts'
import type { MechanicWords } from '../../mechanicWords.ts'
import { leadToProducts, PRICES } from './shared/parts.ts'
import { describeSteps, describeValue } from './shared/values.ts'

export const priceStepsWords: MechanicWords<PriceSteps, PartsOf<'price-steps'>> = {
  title: 'Regular price change',
  example: 'From a list, or rising with every 10 sold',
  newName: 'New regular price',
  cause: 'Regular price',
  parts: {
    prices: PRICES,
    reach: {
      lead: (_part, { before }) => (before ? leadToProducts(before) : ''),
      say: (part, context) => {
        const products = describeReach(part.reach, context.names)
        return context.before ? products : `regular price of ${products}`
      },
    },
    steps: { lead: () => ': ', say: ({ ladder }) => describePrices(ladder) },
  },
  sayInShop: ({ reach }, { name }) => `New regular price: ${name(reach)}`,
  sayApplied: () => 'sets the regular price',
  noSaving: 'no step reached yet',
}

/** `€9.90, then €14.90 once 50 are sold` */
function describePrices(ladder: Ladder): string {
  if (ladder.by !== 'unitsSold' || firstOf(ladder.rungs).at !== 0) return describeSteps(ladder, sayPrice)
  const [first, ...later] = ladder.rungs.map((rung) => describeSteps({ ...ladder, rungs: [rung] }, sayPrice))
  return later.length === 0 ? first! : `${first}, then ${joinWords(later)}`
}

const sayPrice = (value: Value) => ('price' in value ? formatMoney(value.price) : describeValue(value))
