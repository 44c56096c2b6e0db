import { PartnerAnswers, type PartnerAnswer } from '@novalex/contract'
import { recordActivity } from '../../data/activity/index.ts'
import { loadSecret } from '../../data/secrets/index.ts'
import { getStore } from '../../data/store/index.ts'
import {
  findAnswerNumber,
  listDueSubmissions,
  listOpenChannels,
  settleSending,
  type Submission,
} from '../../data/submissions/index.ts'
import { checkShape } from '../../http/validate.ts'
import type { Clock } from '../../platform/clock.ts'
import { holdClaim } from '../../platform/db/holdClaim.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { sendSigned, type Sent } from '../../platform/net/sendSigned.ts'
import type { SubmissionsService } from './submissions.service.ts'

interface Deps {
  readonly database: Database
  readonly submissions: SubmissionsService
  readonly clock: Clock
  readonly wallClock: Clock
  /** Where this server answers itself, which is where the simulated partner is. */
  readonly ownOrigin: string
  /** How long a partner may take to answer. */
  readonly partnerAnswerMs?: number
}

const AT_ONCE = 4
/** Seconds until the next attempt, after the first, the second and so on. */
const AGAIN_S = [10, 60, 300, 1800, 7200, 21_600]

export type SendingService = ReturnType<typeof createSendingService>

/** Sends submissions to the partners that take them, and fetches their answers. */
export function createSendingService(deps: Deps) {
  const { database, submissions, clock, wallClock, ownOrigin, partnerAnswerMs } = deps

  async function ask(
    method: 'GET' | 'POST',
    url: string,
    { body = '', headers = {} }: { readonly body?: string; readonly headers?: Record<string, string> } = {},
  ): Promise<Sent> {
    const secret = await loadSecret(database, 'stand-in')
    const answerMs = partnerAnswerMs === undefined ? {} : { answerMs: partnerAnswerMs }
    return sendSigned({ method, url, secret, body, headers, now: wallClock.now(), allowsPrivate: true, ...answerMs })
  }
  const addressOf = (channel: string, what: string) =>
    `${ownOrigin}/simulated-partner/${encodeURIComponent(channel)}/${what}`

  /** One attempt, under the same key as those before it, so that a partner that took it takes it once. */
  async function attempt({ id, promotion, channel, action, content, attempts }: Submission): Promise<void> {
    const { note } = await ask('POST', addressOf(channel, 'submissions'), {
      body: JSON.stringify({ promotion, action, content }),
      headers: { 'idempotency-key': id },
    })
    const isSent = note === ''
    const againS = isSent ? null : (AGAIN_S[attempts] ?? null)
    await transact(database, async (transaction) => {
      const { channels } = await getStore(transaction)
      const at = clock.now()
      await settleSending(transaction, { id, sentAt: isSent ? at : null, note, againS })
      const name = channels.find((one) => one.id === channel)?.name ?? channel
      const detail = { name, after: { attempt: attempts + 1, ...(isSent ? {} : { note }) } }
      await recordActivity(transaction, { at, by: name, action: 'send-submission', subject: promotion, detail })
    })
  }

  /** Fetches the answers of a partner that are not known yet. */
  async function pollChannel(channel: string): Promise<void> {
    let after = await findAnswerNumber(database, channel)
    for (;;) {
      const { note, text } = await ask('GET', addressOf(channel, `answers?after=${after}`))
      if (note !== '') return
      const answers = readAnswers(text)
      if (answers.length === 0) return
      await submissions.receive(channel, answers)
      after = Math.max(after, ...answers.map(({ number }) => number))
    }
  }

  return {
    /** Makes the attempts that are due, of one process at a time. One that is killed in between is made again. */
    sendDue: (): Promise<boolean> =>
      holdClaim(database, 'submissions', async () => {
        for (;;) {
          const due = await listDueSubmissions(database, AT_ONCE)
          if (due.length === 0) return
          await Promise.all(due.map(attempt))
        }
      }),
    /** Fetches what partners answered, for when their messages don't arrive. */
    poll: (): Promise<boolean> =>
      holdClaim(database, 'partner-answers', async () => {
        for (const channel of await listOpenChannels(database, clock.now())) await pollChannel(channel)
      }),
  }
}

/** Answers as the contract has them; none of a text that is not like that. */
function readAnswers(text: string): readonly PartnerAnswer[] {
  try {
    const answers: unknown = JSON.parse(text)
    return checkShape(PartnerAnswers, answers).length === 0 ? (answers as readonly PartnerAnswer[]) : []
  } catch {
    return []
  }
}
