import { isFree, type DeliveryOffer, type PartsOf, type Tier, type Value } from '@novalex/core'
import { formatMoney, formatPercent } from '../../format.ts'
import { joinWords } from '../grammar.ts'
import { nameDelivery } from '../../names.ts'
import type { MechanicWords } from '../../mechanicWords.ts'
import { startSentence } from './shared/values.ts'

/** Which amount of the order its tiers count. */
const WORTH = { shelf: ' before cart discounts', current: ' after all discounts' }

export const deliveryWords: MechanicWords<DeliveryOffer, PartsOf<'delivery'>> = {
  title: 'Delivery offer',
  example: 'Free delivery on orders of €49 or more',
  newName: 'New delivery offer',
  cause: 'Delivery offer',
  parts: {
    tiers: {
      lead: () => '',
      say: ({ mechanic: { tiers, basis } }) =>
        describeDeliveryTiers(tiers) + (tiers.some(({ from }) => from > 0) ? WORTH[basis] : ''),
    },
    options: { lead: () => ', ', say: ({ options }) => `by ${joinWords(options.map(nameDelivery), 'or')} only` },
  },
  sayInShop: ({ tiers }) => startSentence(describeDeliveryTiers(tiers)),
  sayValue: describeDelivery,
  sayReward: (reward) => ('quantity' in reward ? '' : describeDelivery(reward)),
}

function describeDeliveryTiers(tiers: readonly Tier[]): string {
  return joinWords(
    tiers.map(({ from, value }) =>
      from > 0 ? `${describeDelivery(value)} on orders of ${formatMoney(from)} or more` : describeDelivery(value),
    ),
  )
}

/** `free delivery`, `delivery for €1.90` */
function describeDelivery(value: Value): string {
  if (isFree(value)) return 'free delivery'
  if ('price' in value) return `delivery for ${formatMoney(value.price)}`
  return `${'percent' in value ? formatPercent(value.percent) : formatMoney(value.amount)} off delivery`
}
