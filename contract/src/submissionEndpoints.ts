import { IdParams as params } from './addressSchema.ts'
import { ChannelParams } from './channelSchema.ts'
import { answering, NOT_FOUND, sending, silent } from './endpoint.ts'
import {
  DecisionRequest,
  DeskParams,
  DeskRecord,
  DeskRequest,
  DesksAnswer,
  PartnerAnswers,
  SubmissionRecord,
  SubmissionsAnswer,
  SubmitRequest,
  PartnerStatusAnswer,
} from './submissionSchema.ts'

/** The endpoints of submissions to partner channels, and of the simulated partner. */
export const SUBMISSION_ENDPOINTS = {
  listSubmissions: answering(SubmissionsAnswer, {
    role: 'reader',
    summary: 'List the latest submission of each promotion to each partner channel, and those that are due',
  }),
  getPartnerStatus: answering(PartnerStatusAnswer, {
    isHeavy: true,
    role: 'reader',
    summary:
      'Get how far a promotion is on its way to each partner channel: saved, released, submitted, accepted, visible',
    params,
    errors: NOT_FOUND,
  }),
  submitPromotion: answering(
    SubmissionRecord,
    {
      isHeavy: true,
      role: 'planner',
      summary: 'Submit a promotion of the live release to a partner channel; requires the number of that release',
      params: ChannelParams,
      body: SubmitRequest,
      errors: ['not-found', 'stale-plan', 'cannot-submit'],
    },
    201,
  ),
  withdrawSubmission: answering(SubmissionRecord, {
    role: 'planner',
    summary: 'Withdraw a promotion from a partner channel',
    params: ChannelParams,
    errors: ['not-found', 'channel-locked'],
  }),
  decideSubmission: answering(SubmissionRecord, {
    role: 'planner',
    summary: 'Record what a partner decided about a submission',
    params,
    body: DecisionRequest,
    errors: ['not-found', 'submission-settled'],
  }),
  dismissReminder: silent({
    role: 'planner',
    summary: 'Dismiss the reminders of a submission in its present state',
    params,
    errors: NOT_FOUND,
  }),
  getSubmissionFile: sending({
    role: 'reader',
    summary: 'Download a submission as CSV, with what the partner answered at the rows',
    params,
    errors: NOT_FOUND,
  }),
  receivePartnerAnswers: silent({
    role: 'anyone',
    summary: 'Record answers that a partner sends, signed as webhooks are',
    params: DeskParams,
    body: PartnerAnswers,
    isBodyLong: true,
    errors: NOT_FOUND,
  }),
  listDesks: answering(DesksAnswer, { role: 'reader', summary: 'List the simulated partners with what they received' }),
  setDesk: answering(DeskRecord, {
    role: 'planner',
    summary: 'Set how a simulated partner behaves, and move its clock on',
    params: DeskParams,
    body: DeskRequest,
    errors: NOT_FOUND,
  }),
} as const
