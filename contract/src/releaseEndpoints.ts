import { IdParams as params } from './addressSchema.ts'
import { answering, NOT_FOUND, silent } from './endpoint.ts'
import {
  ReleaseRequestRecord,
  ReleaseRequestDraft,
  ReleaseRequestsAnswer,
  SendBackRequest,
} from './releaseRequestSchema.ts'
import {
  ChoiceAnswer,
  ChoiceRequest,
  DiscardAnswer,
  DiscardParams,
  DiscardRequest,
  InShopAnswer,
  LiveSinceAnswer,
  ReleaseChangesAnswer,
  ReleaseChangesQuery,
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
  getLiveSince: answering(LiveSinceAnswer, {
    role: 'reader',
    summary: 'Get the release since which a promotion is live as it is now',
    params,
  }),
  listReleaseChanges: answering(ReleaseChangesAnswer, {
    isHeavy: true,
    role: 'reader',
    summary: 'List the changes of the working plan, or of an older release, compared with the live release',
    query: ReleaseChangesQuery,
    errors: NOT_FOUND,
  }),
  chooseChanges: answering(ChoiceAnswer, {
    role: 'reader',
    summary: 'Preview some changes: returns a name for the plan that they make of the live release',
    body: ChoiceRequest,
    errors: ['not-found', 'changes-needed', 'not-running'],
  }),
  discardChange: answering(DiscardAnswer, {
    role: 'planner',
    summary: 'Discard a change: the working plan goes back to how it is live',
    body: DiscardRequest,
    errors: ['not-found', 'in-use'],
  }),
  undoDiscard: silent({
    role: 'planner',
    summary: 'Restore a discarded change, unless it was edited since',
    params: DiscardParams,
    errors: ['not-found', 'stale-plan', 'in-use'],
  }),
  reviewRelease: answering(ReviewAnswer, {
    isHeavy: true,
    role: 'reader',
    summary: 'Preview the price changes of the next release, of a choice of changes, or of restoring an older release',
    query: ReviewQuery,
    errors: ['not-found', 'changes-needed'],
  }),
  publishRelease: answering(
    ReleaseSummary,
    {
      role: 'releaser',
      summary:
        'Publish a release: the reviewed plan, some of its changes, an older release, or one act on a live promotion',
      body: ReleaseRequest,
      errors: [
        'stale-plan',
        'plan-has-problems',
        'blocking-findings',
        'check-superseded',
        'nothing-to-release',
        'not-found',
        'approval-required',
        'changes-needed',
        'not-running',
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
      errors: ['stale-plan', 'not-found', 'changes-needed', 'not-running'],
    },
    201,
  ),
  approveReleaseRequest: answering(
    ReleaseSummary,
    {
      role: 'releaser',
      summary: 'Approve and publish a requested release, unless what it takes over was edited since',
      params,
      errors: [
        'not-found',
        'own-request',
        'already-decided',
        'stale-plan',
        'changes-edited',
        'changes-needed',
        'not-running',
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
