export { checkIntent } from './checkIntent.ts'
export { checkCatalogue, checkStore } from './checkPlan.ts'
export { checkPromotion, checkPromotionList, findUnmoved } from './checkPromotion.ts'
export { comparePromotions } from './comparePromotions.ts'
export { convertPromotion } from './convertPromotion.ts'
export { describePromotion, findApart, type PromotionPart, type SentencePart } from './describePromotion.ts'
export { computeEdgeFacts, type EdgeFacts } from './edgeFacts.ts'
export {
  computeOfferFacts,
  computePriceFacts,
  fillDisplay,
  fillLabel,
  percentOff,
  type LabelFacts,
  type LabelPlace,
} from './label.ts'
export { findFirstGroup } from './firstGroup.ts'
export { followDates } from './followDates.ts'
export {
  compileRungs,
  computeClockEdges,
  computeRefillEdges,
  computeRungEdges,
  findRung,
  type RungInstants,
} from './ladder.ts'
export { listReaches } from './listReaches.ts'
export { MINUTES_OF_DAY, moveSchedule, type Grip } from './moveSchedule.ts'
export { normalizeCode } from './normalizeCode.ts'
export type { PricingBase, Promotion } from './promotion.ts'
export {
  ANY_WINDOW_MS,
  compileSchedule,
  computeScheduleEdges,
  computeScheduleStatus,
  computeStatus,
  findLiveMoment,
  type CompiledSchedule,
  type PromotionStatus,
} from './schedule.ts'
export { computeUnitsLeft, computeUnitsOnOffer } from './unitsOnOffer.ts'
export { toPromotionFacts, type UsedUp } from './usedUp.ts'
export { findOccasionPlaces, withOccasion } from './withOccasion.ts'
