import type { Phase, Reach } from '../terms/index.ts'
import { keysOf } from '../values/index.ts'
import { bundle, type Bundle } from './bundle/definition.ts'
import { buyGet, type BuyGet } from './buy-get/definition.ts'
import { delivery, type DeliveryOffer } from './delivery/definition.ts'
import { itemDiscount, type ItemDiscount } from './item-discount/definition.ts'
import { markdown, type Markdown } from './markdown/definition.ts'
import { orderDiscount, type OrderDiscount } from './order-discount/definition.ts'
import { priceSteps, type PriceSteps } from './price-steps/definition.ts'
import { quantityBreak, type QuantityBreak } from './quantity-break/definition.ts'
import type { Definition } from './shared/definition.ts'
import { spendBreak, type SpendBreak } from './spend-break/definition.ts'
import { surcharge, type Surcharge } from './surcharge/definition.ts'

/** Every mechanic by its kind, in the order of the phases. */
export interface Mechanics {
  'price-steps': PriceSteps
  markdown: Markdown
  'item-discount': ItemDiscount
  'quantity-break': QuantityBreak
  'spend-break': SpendBreak
  'buy-get': BuyGet
  bundle: Bundle
  'order-discount': OrderDiscount
  delivery: DeliveryOffer
  surcharge: Surcharge
}

export type MechanicKind = keyof Mechanics

/** How a promotion reduces. */
export type Mechanic = Mechanics[MechanicKind]

export const DEFINITIONS = {
  'price-steps': priceSteps,
  markdown,
  'item-discount': itemDiscount,
  'quantity-break': quantityBreak,
  'spend-break': spendBreak,
  'buy-get': buyGet,
  bundle,
  'order-discount': orderDiscount,
  delivery,
  surcharge,
} satisfies { readonly [K in MechanicKind]: Definition<Mechanics[K]> }

/** The parts that a mechanic adds to its promotion's sentence. */
export type PartsOf<K extends MechanicKind> = ReturnType<(typeof DEFINITIONS)[K]['describe']>[number]

export type MechanicPart = PartsOf<MechanicKind>

export const MECHANIC_KINDS: readonly MechanicKind[] = keysOf(DEFINITIONS)

/** Definition of a mechanic's kind. */
export function definitionOf<M extends Mechanic>({ kind }: Pick<M, 'kind'>): DefinitionOf<M> {
  return DEFINITIONS[kind] as unknown as DefinitionOf<M>
}

interface DefinitionOf<M> extends Definition<M> {
  describe(...asked: Parameters<Definition<M>['describe']>): readonly MechanicPart[]
}

/** The phase in which a mechanic acts. Source: docs/pricing.md, "Mechanics". */
export function phaseOf(mechanic: Pick<Mechanic, 'kind'>): Phase {
  return definitionOf(mechanic).phase
}

/** Every reach that a mechanic names: a product in any of them concerns it. */
export function reachesOf(mechanic: Mechanic): readonly Reach[] {
  return definitionOf(mechanic).reaches(mechanic)
}
