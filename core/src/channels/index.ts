export type { ChannelFit, FitFacts, FitRule, FitSeverity, SummedIssue } from './channelFit.ts'
export { checkForChannel, findStart, type ChannelQuestion } from './checkForChannel.ts'
export { computeLeastPrice } from './leastPrice.ts'
export type { LowestPrice } from './productRules.ts'
export { checkPartnerTerms, findRulesOn, isOverdue } from './rules.ts'
export {
  compareSubmissions,
  computeSubmissionState,
  findReminder,
  isSubmissionHeld,
  isSubmissionLocked,
  isSubmissionVisible,
  type PartnerDecision,
  type SubmissionContent,
  type SubmissionFacts,
  type SubmissionPart,
  type SubmissionState,
} from './submission.ts'
