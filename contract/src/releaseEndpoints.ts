import { IdParams as params } from './addressSchema.ts'
import { answering, NOT_FOUND, silent } from './endpoint.ts'
import { Preparation, PreparationRequest, PreparationsAnswer, SendBackRequest } from './preparationSchema.ts'
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
  listReleases: answering(ReleasesAnswer, { role: 'reader', summary: 'All releases, the newest first' }),
  compareWithShop: answering(InShopAnswer, {
    role: 'reader',
    summary: 'The promotions of the working plan that the live release lacks or has otherwise',
  }),
  reviewRelease: answering(ReviewAnswer, {
    isHeavy: true,
    role: 'reader',
    summary: 'What the next release would change, or what taking up an older one again would',
    query: ReviewQuery,
    errors: NOT_FOUND,
  }),
  release: answering(
    ReleaseSummary,
    {
      role: 'releaser',
      summary: 'Makes the reviewed plan the one that the shop follows; names the revision that was reviewed',
      body: ReleaseRequest,
      errors: [
        'stale-plan',
        'plan-has-problems',
        'findings-stop',
        'check-superseded',
        'nothing-to-release',
        'not-found',
        'second-person-needed',
      ],
    },
    201,
  ),
  listPreparations: answering(PreparationsAnswer, {
    role: 'reader',
    summary: 'The latest releases that somebody prepared for another to look through, the newest first',
  }),
  prepareRelease: answering(
    Preparation,
    {
      role: 'planner',
      summary: 'Prepares a release for another to look through; one that still waits is overtaken by it',
      body: PreparationRequest,
      errors: ['stale-plan', 'not-found'],
    },
    201,
  ),
  approveRelease: answering(
    ReleaseSummary,
    {
      role: 'releaser',
      summary: 'Makes the release that another prepared, unless the plan has changed since',
      params,
      errors: [
        'not-found',
        'own-preparation',
        'already-settled',
        'stale-plan',
        'plan-has-problems',
        'findings-stop',
        'check-superseded',
        'nothing-to-release',
      ],
    },
    201,
  ),
  sendReleaseBack: silent({
    role: 'releaser',
    summary: 'Sends a prepared release back with a word',
    params,
    body: SendBackRequest,
    errors: ['not-found', 'already-settled'],
  }),
  withdrawRelease: silent({
    role: 'planner',
    summary: 'Takes a prepared release back before it is made',
    params,
    errors: ['not-found', 'already-settled'],
  }),
} as const
