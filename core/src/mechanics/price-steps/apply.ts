import type { StepAct } from '../shared/act.ts'
import { findListed } from '../shared/priceList.ts'
import type { PriceSteps } from './definition.ts'

export function actPriceSteps({ prices }: PriceSteps): StepAct {
  return {
    phase: 0,
    priceFor(sku, rung) {
      if (prices) return findListed(prices, sku)
      return rung && 'price' in rung ? rung.price : null
    },
  }
}
