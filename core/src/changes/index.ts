export { patchPlan, patchPromotion, toLivePatch, type AtOnce, type LivePatch } from './atOnce.ts'
export { applyChanges, collectDependents, collectNeeds, findMissingNeeds } from './applyChanges.ts'
export { listChanges, pickSettings, type PlanChange } from './listChanges.ts'
export type { PlanContent, PlanOccasion, PlanSet } from './planContent.ts'
