export {
  dismissReminder,
  findAnswerNumber,
  findLatest,
  getSubmission,
  insertSubmission,
  listDueSubmissions,
  listLatest,
  listOpenChannels,
  settleDecision,
  settleSending,
  type Submission,
} from './submissions.repository.ts'
