import type { OccasionRecord, Partner, SubmissionRecord } from '@novalex/contract'
import {
  computeSubmissionState,
  findReminder,
  isSubmissionHeld,
  isSubmissionLocked,
  isSubmissionVisible,
  toIso,
  type Instant,
  type SubmissionFacts,
} from '@novalex/core'
import { OCCASIONS, toOccasion } from '../../data/occasions/index.ts'
import { getStore } from '../../data/store/index.ts'
import type { Submission } from '../../data/submissions/index.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { findEventTimes } from './prepare.ts'

/** What the state of submissions depends on besides themselves. */
export interface SubmissionScope {
  readonly partners: readonly Partner[]
  readonly occasions: readonly OccasionRecord[]
  readonly zone: string
  readonly now: Instant
}

export async function loadSubmissionScope(connection: Connection, now: Instant): Promise<SubmissionScope> {
  const [{ channels, store }, occasions] = await Promise.all([getStore(connection), OCCASIONS.list(connection)])
  return {
    partners: channels.filter((channel): channel is Partner => channel.kind === 'partner'),
    occasions: occasions.map(toOccasion),
    zone: store.timeZone,
    now,
  }
}

/** The name of a partner channel; its id where there is none any more. */
export const namePartner = ({ partners }: Pick<SubmissionScope, 'partners'>, channel: string): string =>
  partners.find(({ id }) => id === channel)?.name ?? channel

/** An event takes place when the partner says by now; dates are those that were submitted. */
function timesOf(submission: Submission, { partners, occasions, zone }: SubmissionScope) {
  const { when } = submission.content
  if (!('event' in when)) return { ...submission, isOpen: false }
  const partner = partners.find(({ id }) => id === submission.channel)
  return partner ? findEventTimes(when.event, { partner, occasions, zone }) : { ...submission, isOpen: true }
}

/** The facts from which the state of a submission follows. */
export function factsOf(submission: Submission, scope: SubmissionScope): SubmissionFacts {
  const { action, sentAt, decision, dueAt } = submission
  const { isOpen, startsAt, endsAt, locksAt } = timesOf(submission, scope)
  return { action, sentAt, hasFailed: sentAt === null && dueAt === null, decision, isOpen, startsAt, endsAt, locksAt }
}

const SHOWN_CAUSES = 50

export function toRecord(submission: Submission, scope: SubmissionScope): SubmissionRecord {
  const facts = factsOf(submission, scope)
  const { content, causes } = submission
  const toText = (at: Instant | null) => (at === null ? null : toIso(at))
  return {
    id: submission.id,
    promotion: submission.promotion,
    channel: submission.channel,
    action: submission.action,
    state: computeSubmissionState(facts, scope.now),
    release: submission.release,
    title: content.title,
    products: content.products.length,
    event: 'event' in content.when ? content.when.event : null,
    startsAt: toText(facts.startsAt),
    endsAt: toText(facts.endsAt),
    locksAt: toText(facts.locksAt),
    isHeld: isSubmissionHeld(facts, scope.now),
    isLocked: isSubmissionLocked(facts, scope.now),
    isVisible: isSubmissionVisible(facts, scope.now),
    submittedAt: toIso(submission.submittedAt),
    submittedBy: submission.submittedBy,
    sentAt: toText(submission.sentAt),
    attempts: submission.attempts,
    note: submission.note,
    decision: submission.decision,
    decidedAt: toText(submission.decidedAt),
    causes: causes.slice(0, SHOWN_CAUSES),
    causeCount: causes.length,
    reminder: submission.isDismissed ? null : findReminder(facts, scope.now),
    isDismissed: submission.isDismissed,
  }
}
