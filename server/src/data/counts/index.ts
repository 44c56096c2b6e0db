export { insertCorrection, listCorrections } from './corrections.repository.ts'
export {
  addCounts,
  addingCounts,
  appendingCounts,
  ensureCounts,
  foldCounts,
  listCounts,
  lockCounts,
  toFacts,
  type Counts,
  type PromotionCounts,
} from './counts.repository.ts'
export { isShared } from './isShared.ts'
export { readPastCounts } from './pastCounts.repository.ts'
export { recount } from './recount.ts'
