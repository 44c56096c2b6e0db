export { bindMechanic } from './acts.ts'
export type { Bundle } from './bundle/definition.ts'
export type { BuyGet } from './buy-get/definition.ts'
export {
  definitionOf,
  MECHANIC_KINDS,
  phaseOf,
  reachesOf,
  type Mechanic,
  type MechanicKind,
  type MechanicPart,
  type Mechanics,
  type PartsOf,
} from './definitions.ts'
export type { DeliveryOffer } from './delivery/definition.ts'
export type { ItemDiscount } from './item-discount/definition.ts'
export type { Markdown } from './markdown/definition.ts'
export type { OrderDiscount } from './order-discount/definition.ts'
export type { PriceSteps } from './price-steps/definition.ts'
export type { QuantityBreak } from './quantity-break/definition.ts'
export {
  toNextStep,
  type Act,
  type ActsByPhase,
  type CartBounds,
  type DeliveryAct,
  type NextStep,
  type OfferAct,
  type ShelfAct,
  type StepAct,
  type SurchargeAct,
} from './shared/act.ts'
export { boundWhole, type Bound } from './shared/bound.ts'
export type { GivenUnits, Reward } from './shared/definition.ts'
export type { Need, Offering, Samples } from './shared/need.ts'
export type { PricesPart, ReachPart, RepeatPart, ValuePart } from './shared/sentence.ts'
export { checkValue, FIRST_VALUE, FREE, priceIn } from './shared/values.ts'
export type { SpendBreak } from './spend-break/definition.ts'
export type { Surcharge } from './surcharge/definition.ts'
