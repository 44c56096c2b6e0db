export { applyChanges, collectDependents, collectNeeds, findMissingNeeds, type MissingNeed } from './applyChanges.ts'
export { listChanges, pickSettings, type PlanChange } from './listChanges.ts'
export type { PlanContent, PlanSet } from './planContent.ts'
export type { MovedPromotion } from './promotionOrder.ts'
