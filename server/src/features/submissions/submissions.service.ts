import type { DecisionRequest, Obstacle, PartnerAnswer, SubmissionRecord } from '@novalex/contract'
import {
  compareSubmissions,
  isSubmissionHeld,
  isSubmissionLocked,
  toIso,
  type Instant,
  type SubmissionFacts,
} from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { findLatestRelease } from '../../data/releases/index.ts'
import { lockStore } from '../../data/store/index.ts'
import {
  dismissReminder,
  findLatest,
  getSubmission,
  insertSubmission,
  settleDecision,
  type Submission,
} from '../../data/submissions/index.ts'
import type { Threads } from '../../jobs/threads.ts'
import type { Clock } from '../../platform/clock.ts'
import { createId } from '../../platform/createId.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { Offer } from './prepare.ts'
import { prepareSubmissionsJob } from './submissions.jobs.ts'
import { factsOf, loadSubmissionScope, namePartner, toRecord, type SubmissionScope } from './toRecord.ts'

interface Deps {
  readonly database: Database
  readonly threads: Threads
  readonly clock: Clock
}

interface Pair {
  readonly promotion: string
  readonly channel: string
}

interface Holding {
  readonly submission: Submission | null
  readonly facts: SubmissionFacts | null
  readonly now: Instant
}

const isHeld = ({ facts, now }: Holding) => facts !== null && isSubmissionHeld(facts, now)

/** Why the version of a promotion in the live release can't be submitted; null: it can. */
export function findObstacle(live: Offer | null, holding: Holding): Obstacle | null {
  const { submission, facts, now } = holding
  if (!live?.isTarget) return 'not-released'
  if (!live.isReady) return 'not-ready'
  if (facts && isSubmissionLocked(facts, now)) return 'channel-locked'
  const isSame = submission?.action === 'submit' && compareSubmissions(submission.content, live.content).length === 0
  if (isSame && isHeld(holding)) return 'already-submitted'
  if (!live.fits) return 'does-not-fit'
  // What the partner holds may be changed until it locks; what is new needs the whole lead time.
  const latest = isHeld(holding) ? live.locksAt : live.submitBy
  if (latest !== null && now > latest) return 'submission-late'
  return live.endsAt !== null && live.endsAt <= now ? 'submission-late' : null
}

export type SubmissionsService = ReturnType<typeof createSubmissionsService>

export function createSubmissionsService({ database, threads, clock }: Deps) {
  async function findHolding(transaction: Connection, pair: Pair, scope: SubmissionScope): Promise<Holding> {
    const submission = await findLatest(transaction, pair)
    return { submission, facts: submission && factsOf(submission, scope), now: scope.now }
  }

  /** Writes the next submission of a promotion in a channel and returns it. */
  async function insertNext(
    transaction: Connection,
    scope: SubmissionScope,
    next: Omit<Parameters<typeof insertSubmission>[1], 'id' | 'at' | 'isSent'>,
  ): Promise<SubmissionRecord> {
    const { promotion, channel, action, by, release } = next
    const isSent = scope.partners.some(({ id, isSimulated }) => id === channel && isSimulated)
    const id = createId()
    await insertSubmission(transaction, { ...next, id, at: scope.now, isSent })
    await recordActivity(transaction, {
      at: scope.now,
      by,
      action: action === 'submit' ? 'submit-promotion' : 'withdraw-promotion',
      subject: promotion,
      detail: { name: namePartner(scope, channel), after: { title: next.content.title, release } },
    })
    const made = await getSubmission(transaction, id)
    if (!isSent && action === 'withdraw')
      await settleDecision(transaction, { id, decision: 'withdrawn', causes: [], at: scope.now, answer: null })
    return toRecord(isSent || action === 'submit' ? made : await getSubmission(transaction, id), scope)
  }

  return {
    /**
     * Submits the version of a promotion that the live release has. Throws `not-found`, `stale-plan` where another release went live meanwhile, and
     * `cannot-submit` with the obstacle.
     */
    async submit(
      pair: Pair,
      { release, by }: { readonly release: number; readonly by: string },
    ): Promise<SubmissionRecord> {
      const { promotion, channel } = pair
      const prepared = await threads.run(prepareSubmissionsJob, {
        id: promotion,
        now: clock.now(),
        channels: [channel],
      })
      const live = prepared.find((one) => one.channel === channel)?.live ?? null
      return transact(database, async (transaction) => {
        await lockStore(transaction)
        const scope = await loadSubmissionScope(transaction, clock.now())
        if (!scope.partners.some(({ id }) => id === channel))
          throw new AppError('not-found', { facts: { kind: 'channel', id: channel } })
        if ((await findLatestRelease(transaction))?.number !== release) throw new AppError('stale-plan')
        const obstacle = findObstacle(live, await findHolding(transaction, pair, scope))
        if (obstacle) throw new AppError('cannot-submit', { facts: { reason: obstacle } })
        const { content, startsAt, endsAt, locksAt } = live!
        return insertNext(transaction, scope, {
          ...pair,
          action: 'submit',
          release,
          content,
          startsAt,
          endsAt,
          locksAt,
          by,
        })
      })
    },

    /** Takes a promotion back from a partner. Throws `not-found` where the partner holds nothing of it, and `channel-locked`. */
    withdraw: (pair: Pair, by: string): Promise<SubmissionRecord> =>
      transact(database, async (transaction) => {
        await lockStore(transaction)
        const scope = await loadSubmissionScope(transaction, clock.now())
        const holding = await findHolding(transaction, pair, scope)
        const { submission, facts } = holding
        if (!isHeld(holding)) throw new AppError('not-found', { facts: { kind: 'submission', id: pair.promotion } })
        if (isSubmissionLocked(facts!, scope.now))
          throw new AppError('channel-locked', { facts: { at: toIso(facts!.locksAt!) } })
        const { release, content, startsAt, endsAt, locksAt } = submission!
        return insertNext(transaction, scope, {
          ...pair,
          action: 'withdraw',
          release,
          content,
          startsAt,
          endsAt,
          locksAt,
          by,
        })
      }),

    /** Notes what a partner decided, as someone read it there. Throws `not-found`, and `submission-settled` where another has taken its place. */
    decide: (id: string, { decision, cause }: DecisionRequest, by: string): Promise<SubmissionRecord> =>
      transact(database, async (transaction) => {
        await lockStore(transaction)
        const scope = await loadSubmissionScope(transaction, clock.now())
        const submission = await getSubmission(transaction, id)
        const latest = await findLatest(transaction, submission)
        if (latest?.id !== id || submission.action === 'withdraw') throw new AppError('submission-settled')
        const causes = cause.trim() === '' ? [] : [{ code: 'other' as const, sku: null, text: cause.trim() }]
        await noteDecision(transaction, { submission, decision, causes, answer: null }, { by, scope })
        return toRecord(await getSubmission(transaction, id), scope)
      }),

    /** Throws `not-found`. */
    dismiss: (id: string, by: string): Promise<void> =>
      transact(database, async (transaction) => {
        const scope = await loadSubmissionScope(transaction, clock.now())
        const { promotion, channel } = await dismissReminder(transaction, id, scope.now)
        const detail = { name: namePartner(scope, channel) }
        await recordActivity(transaction, { at: scope.now, by, action: 'dismiss-reminder', subject: promotion, detail })
      }),

    /** Takes answers of a partner in: each once, in any order, without those about something unknown. */
    async receive(channel: string, answers: readonly PartnerAnswer[]): Promise<void> {
      for (const answer of answers.toSorted((a, b) => a.number - b.number)) {
        await transact(database, (transaction) => receiveOne(transaction, channel, answer))
      }
    },
  }

  async function receiveOne(transaction: Connection, channel: string, answer: PartnerAnswer): Promise<void> {
    const submission = await getSubmission(transaction, answer.submission).catch(ignoreUnknown)
    if (submission?.channel !== channel || (submission.answer ?? 0) >= answer.number) return
    const scope = await loadSubmissionScope(transaction, clock.now())
    const { decision, causes, number } = answer
    await noteDecision(
      transaction,
      { submission, decision, causes, answer: number },
      { by: namePartner(scope, channel), scope },
    )
  }
}

interface Decision extends Pick<PartnerAnswer, 'decision' | 'causes'> {
  readonly submission: Submission
  readonly answer: number | null
}

async function noteDecision(
  transaction: Connection,
  { submission, decision, causes, answer }: Decision,
  { by, scope }: { readonly by: string; readonly scope: SubmissionScope },
): Promise<void> {
  const { id, promotion, channel } = submission
  await settleDecision(transaction, { id, decision, causes, at: scope.now, answer })
  const detail = {
    name: namePartner(scope, channel),
    before: { decision: submission.decision },
    after: { decision, causes: causes.length },
  }
  await recordActivity(transaction, { at: scope.now, by, action: 'decide-submission', subject: promotion, detail })
}

function ignoreUnknown(thrown: unknown): null {
  if (thrown instanceof AppError && thrown.code === 'not-found') return null
  throw thrown
}
