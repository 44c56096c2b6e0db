import type { Delivery, Value } from '../../terms/index.ts'
import { sumOf } from '../../units/index.ts'
import { percentOf, type MinorUnits } from '../../values/index.ts'
import type { DeliveryAct } from '../shared/act.ts'
import { findTier, missFirstTier, toMoneyStep } from '../shared/tiers.ts'
import type { DeliveryOffer } from './definition.ts'

/** Source: docs/pricing.md, delivery. */
export function actDelivery({ options, tiers, basis }: DeliveryOffer): DeliveryAct {
  const isAbout = ({ option }: Delivery) => options === undefined || options.includes(option)
  return {
    phase: 4,
    looksAtCurrent: basis === 'current',
    judge(delivery, pieces, rung) {
      if (!isAbout(delivery)) return { reason: 'nothing-in-reach', delivery: 'other' }
      const worth = sumOf(pieces, basis)
      const tier = findTier(tiers, worth)
      if (!tier) return missFirstTier(tiers, worth)
      const wanted = cutPrice(rung ?? tier.value, delivery.price)
      return wanted > 0 ? wanted : { reason: 'no-saving' }
    },
    findCuts(delivery, shelf, rung) {
      if (!isAbout(delivery)) return []
      return tiers.flatMap(({ from, value }) => {
        const cut = cutPrice(rung ?? value, delivery.price)
        if (basis === 'current') return [{ from, cut }]
        return from <= shelf ? [{ from: 0, cut }] : []
      })
    },
    findNextStep: (pieces) => toMoneyStep(tiers, sumOf(pieces, basis)),
  }
}

/** Reduction of the delivery price. */
function cutPrice(value: Value, price: MinorUnits): MinorUnits {
  const cut =
    'percent' in value ? percentOf(price, value.percent) : 'amount' in value ? value.amount : price - value.price
  return Math.min(Math.max(cut, 0), price)
}
