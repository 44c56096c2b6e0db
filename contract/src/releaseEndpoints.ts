import { IdParams as params } from './addressSchema.ts'
import { answering, NOT_FOUND, silent } from './endpoint.ts'
import {
  ReleaseRequestRecord,
  ReleaseRequestDraft,
  ReleaseRequestsAnswer,
  SendBackRequest,
} from './releaseRequestSchema.ts'
import {
  InShopAnswer,
  ReleaseRequest,
  ReleasesAnswer,
  ReleaseSummary,
  ReviewAnswer,
  ReviewQuery,
} from './releaseSchema.ts'

/** The endpoints of releases, by one person or two. */
export const RELEASE_ENDPOINTS = {
  listReleases: answering(ReleasesAnswer, { role: 'reader', summary: 'List releases, newest first' }),
  compareWithShop: answering(InShopAnswer, {
    role: 'reader',
    summary: 'List promotions of the working plan that are missing from the live release or differ from it',
  }),
  reviewRelease: answering(ReviewAnswer, {
    isHeavy: true,
    role: 'reader',
    summary: 'Preview the changes of the next release, or of restoring an older one',
    query: ReviewQuery,
    errors: NOT_FOUND,
  }),
  publishRelease: answering(
    ReleaseSummary,
    {
      role: 'releaser',
      summary: 'Publish the reviewed plan as a release; requires the revision that was reviewed',
      body: ReleaseRequest,
      errors: [
        'stale-plan',
        'plan-has-problems',
        'blocking-findings',
        'check-superseded',
        'nothing-to-release',
        'not-found',
        'approval-required',
      ],
    },
    201,
  ),
  listReleaseRequests: answering(ReleaseRequestsAnswer, {
    role: 'reader',
    summary: 'List the latest release requests, newest first',
  }),
  requestRelease: answering(
    ReleaseRequestRecord,
    {
      role: 'planner',
      summary: 'Request approval for a release; replaces a pending request',
      body: ReleaseRequestDraft,
      errors: ['stale-plan', 'not-found'],
    },
    201,
  ),
  approveReleaseRequest: answering(
    ReleaseSummary,
    {
      role: 'releaser',
      summary: 'Approve and publish a requested release, unless the plan has changed since',
      params,
      errors: [
        'not-found',
        'own-request',
        'already-decided',
        'stale-plan',
        'plan-has-problems',
        'blocking-findings',
        'check-superseded',
        'nothing-to-release',
      ],
    },
    201,
  ),
  returnReleaseRequest: silent({
    role: 'releaser',
    summary: 'Return a release request with the changes needed',
    params,
    body: SendBackRequest,
    errors: ['not-found', 'already-decided'],
  }),
  withdrawReleaseRequest: silent({
    role: 'planner',
    summary: 'Withdraw a release request',
    params,
    errors: ['not-found', 'already-decided'],
  }),
} as const
