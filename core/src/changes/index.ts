export { applyChanges, collectDependents, collectNeeds, findMissingNeeds, type MissingNeed } from './applyChanges.ts'
export { listChanges, type ChangedThing, type PlanChange } from './listChanges.ts'
export type { PlanContent, PlanOccasion, PlanSet } from './planContent.ts'
export type { MovedPromotion } from './promotionOrder.ts'
