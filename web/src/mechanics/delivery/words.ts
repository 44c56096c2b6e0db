import { isFree, FREE, type DeliveryOffer, type PartsOf, type Value } from '@novalex/core'
import { formatMoney, joinWords } from '../../locale/format.ts'
import { describeValue, nameDelivery } from '../../locale/ruleWords.ts'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { describeShopTiers, describeTiers, startSentence } from '../shared/valueWords.ts'

/** Of what amount its tiers are. */
const WORTH = { shelf: 'before cart offers', current: 'after all offers' }

export const deliveryWords: MechanicWords<DeliveryOffer, PartsOf<'delivery'>> = {
  title: 'Delivery offer',
  example: 'free delivery from 49.00',
  first: { kind: 'delivery', basis: 'current', tiers: [{ from: 4900, value: FREE }] },
  newName: 'New delivery offer',
  cause: 'Delivery offer',
  parts: {
    tiers: {
      lead: ' gets ',
      say: ({ mechanic: { tiers, basis } }) => `${describeTiers(tiers, undefined, describeDelivery)} ${WORTH[basis]}`,
    },
    options: {
      lead: ' ',
      say: ({ options }) => {
        const names = options.map(nameDelivery)
        return `by ${joinWords(names, 'or')}`
      },
    },
  },
  sayInShop: ({ tiers }) => startSentence(describeShopTiers(tiers, formatMoney, describeDelivery)),
  sayReward: (reward) => ('value' in reward ? '' : describeDelivery(reward)),
}

/** `delivery free`, `delivery for 1.90`. */
export function describeDelivery(value: Value): string {
  if ('price' in value) return `delivery for ${formatMoney(value.price)}`
  return isFree(value) ? 'delivery free' : `delivery for ${describeValue(value)}`
}
