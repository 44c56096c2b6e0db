export {
  insertPreparation,
  listReleaseRequests,
  lockPending,
  settlePreparation,
  type Settlement,
} from './preparations.repository.ts'
export {
  findLatestRelease,
  findReleasedPlan,
  getReleasedPlan,
  insertRelease,
  listReleases,
  listReleasesSince,
  type ReleasedPlan,
} from './releases.repository.ts'
