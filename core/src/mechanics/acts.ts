import { actBundle } from './bundle/apply.ts'
import { actBuyGet } from './buy-get/apply.ts'
import { DEFINITIONS, type Mechanic, type MechanicKind, type Mechanics } from './definitions.ts'
import { actDelivery } from './delivery/apply.ts'
import { actItemDiscount } from './item-discount/apply.ts'
import { actMarkdown } from './markdown/apply.ts'
import { actOrderDiscount } from './order-discount/apply.ts'
import { actPriceSteps } from './price-steps/apply.ts'
import { actQuantityBreak } from './quantity-break/apply.ts'
import type { Act, ActsByPhase } from './shared/act.ts'
import { actSpendBreak } from './spend-break/apply.ts'
import { actSurcharge } from './surcharge/apply.ts'

const ACTS: {
  readonly [K in MechanicKind]: (mechanic: Mechanics[K]) => ActsByPhase[(typeof DEFINITIONS)[K]['phase']]
} = {
  'price-steps': actPriceSteps,
  markdown: actMarkdown,
  'item-discount': actItemDiscount,
  'quantity-break': actQuantityBreak,
  'spend-break': actSpendBreak,
  'buy-get': actBuyGet,
  bundle: actBundle,
  'order-discount': actOrderDiscount,
  delivery: actDelivery,
  surcharge: actSurcharge,
}

/** A mechanic made ready to act on orders. */
export function bindMechanic(mechanic: Mechanic): Act {
  return (ACTS[mechanic.kind] as (mechanic: Mechanic) => Act)(mechanic)
}
