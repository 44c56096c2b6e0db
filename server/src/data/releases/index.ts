export { findChoice, isChoice, saveChoice, type Choice } from './choices.repository.ts'
export {
  insertPreparation,
  listReleaseRequests,
  lockPending,
  settlePreparation,
  type Settlement,
} from './preparations.repository.ts'
export {
  findLatestRelease,
  findLiveSince,
  findReleasedPlan,
  getReleasedPlan,
  readReleaseHash,
  insertRelease,
  listReleases,
  listReleasesSince,
  type FullPlan,
  type ReleasedPlan,
} from './releases.repository.ts'
