import { compareSubmissions, toIso } from '@novalex/core'
import { findLatestRelease, findLiveSince } from '../../data/releases/index.ts'
import { getPromotion, listPromotionNames } from '../../data/promotions/index.ts'
import { loadSecret } from '../../data/secrets/index.ts'
import { getSubmission, listLatest } from '../../data/submissions/index.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Threads } from '../../jobs/threads.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { MEDIA_TYPES } from '../../platform/files/writeTable.ts'
import { isSigned, SIGNATURE_HEADER } from '../../platform/net/signature.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import { loadStanding } from './loadStanding.ts'
import { prepareSubmissionsJob } from './submissions.jobs.ts'
import { findObstacle, type SubmissionsService } from './submissions.service.ts'
import { factsOf, loadSubmissionScope, toRecord } from './toRecord.ts'
import { writeSubmissionFile } from './writeSubmissionFile.ts'

interface Deps {
  readonly database: Database
  readonly threads: Threads
  readonly plans: PlanSource
  readonly submissions: SubmissionsService
  readonly clock: Clock
  readonly wallClock: Clock
}

type Own =
  | 'listSubmissions'
  | 'getPartnerStatus'
  | 'submitPromotion'
  | 'withdrawSubmission'
  | 'decideSubmission'
  | 'dismissReminder'
  | 'getSubmissionFile'
  | 'receivePartnerAnswers'

export function createSubmissionsHandlers(deps: Deps): HandlersOf<Own> {
  const { database, threads, plans, submissions, clock, wallClock } = deps
  return {
    listSubmissions: async () => {
      const { latest, due } = await loadStanding(database, (await plans.getRecent()).plan, clock.now())
      const ids = [...new Set([...latest, ...due].map(({ promotion }) => promotion))]
      return { submissions: [...latest], due, names: Object.fromEntries(await listPromotionNames(database, ids)) }
    },
    getPartnerStatus: async ({ params: { id } }) => {
      const record = await getPromotion(database, id)
      const known = new Map((await listLatest(database, id)).map((one) => [one.channel, one]))
      const scope = await loadSubmissionScope(database, clock.now())
      const targets = (record.promotion.partners ?? []).map(({ channel }) => channel)
      const prepared = new Map(
        (await threads.run(prepareSubmissionsJob, { id, now: scope.now, channels: [...targets, ...known.keys()] })).map(
          (one) => [one.channel, one],
        ),
      )
      const since = await findLiveSince(database, id)
      return {
        savedAt: record.updatedAt,
        savedBy: record.updatedBy,
        released: since && { number: since.number, at: since.at },
        live: (await findLatestRelease(database))?.number ?? null,
        channels: scope.partners
          .filter((partner) => prepared.has(partner.id) || known.has(partner.id))
          .map(({ id: channel }) => {
            const { live = null, working = null } = prepared.get(channel) ?? {}
            const latest = known.get(channel) ?? null
            const facts = latest && factsOf(latest, scope)
            const toText = (at: number | null | undefined) => (at == null ? null : toIso(at))
            const next = live ?? working
            return {
              channel,
              latest: latest && toRecord(latest, scope),
              differs: latest && working ? compareSubmissions(latest.content, working.content) : [],
              unreleased: live && working ? compareSubmissions(live.content, working.content) : [],
              obstacle: findObstacle(live, { submission: latest, facts, now: scope.now }),
              submitBy: toText(next?.submitBy),
              locksAt: toText(next?.locksAt),
            }
          }),
      }
    },
    submitPromotion: ({ params: { id, channel }, body, by }) =>
      submissions.submit({ promotion: id, channel }, { release: body.release, by }),
    withdrawSubmission: ({ params: { id, channel }, by }) => submissions.withdraw({ promotion: id, channel }, by),
    decideSubmission: ({ params, body, by }) => submissions.decide(params.id, body, by),
    dismissReminder: async ({ params, by }) => {
      await submissions.dismiss(params.id, by)
    },
    getSubmissionFile: async ({ params }) => {
      const submission = await getSubmission(database, params.id)
      return {
        name: `submission-${submission.channel}-release-${submission.release}.csv`,
        mediaType: MEDIA_TYPES.csv,
        bytes: await writeSubmissionFile(submission),
      }
    },
    /** What isn't signed by the channel's partner leads nowhere, as an unknown channel does. */
    receivePartnerAnswers: async ({ params: { channel }, body, request }) => {
      const secret = await loadSecret(database, 'stand-in')
      const signed = { secret, now: wallClock.now(), body: (request as { rawBody?: string }).rawBody ?? '' }
      if (!isSigned(request.get(SIGNATURE_HEADER), signed))
        throw new AppError('not-found', { facts: { kind: 'channel', id: channel } })
      await submissions.receive(channel, body)
    },
  }
}
