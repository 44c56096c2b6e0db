import { setTimeout as wait } from 'node:timers/promises'
import { SubmissionContentSchema } from '@novalex/contract'
import { Type } from '@sinclair/typebox'
import express, { type Request, type RequestHandler, type Router } from 'express'
import { loadSecret } from '../../data/secrets/index.ts'
import { checkShape } from '../../http/validate.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { isSigned, SIGNATURE_HEADER } from '../../platform/net/signature.ts'
import { readSubmissionFile } from './readSubmissionFile.ts'
import type { StandInService } from './standIn.service.ts'

interface Deps {
  readonly database: Database
  readonly wallClock: Clock
  readonly standIn: StandInService
  /** How long it takes to answer while it is slow. */
  readonly slowMs?: number
}

/** Longer than anyone waits for an answer. */
const SLOW_MS = 15_000

const SubmissionBody = Type.Object({
  promotion: Type.String({ minLength: 1, maxLength: 64 }),
  action: Type.Union([Type.Literal('submit'), Type.Literal('withdraw')]),
  content: SubmissionContentSchema,
})

/** The routes of the simulated partner, which takes what is signed. Source: docs/channels.md, "Simulated partner". */
export function createStandInRouter({ database, wallClock, standIn, slowMs = SLOW_MS }: Deps): Router {
  const router = express.Router()
  const readBody = express.text({ type: () => true, limit: '8mb' })

  const admit: RequestHandler = async (request, response, next) => {
    const secret = await loadSecret(database, 'stand-in')
    const body = bodyOf(request)
    if (!isSigned(request.get(SIGNATURE_HEADER), { secret, now: wallClock.now(), body })) {
      response.status(401).json({ error: 'not signed' })
      return
    }
    const mode = await standIn.modeOf(channelOf(request))
    if (mode === 'down') {
      response.status(503).json({ error: 'down' })
      return
    }
    if (mode === 'slow') response.locals.isSlow = true
    next()
  }

  router.post('/:channel/submissions', readBody, admit, async (request, response) => {
    const key = request.get('idempotency-key') ?? ''
    const body: unknown = request.is('text/csv') ? readSubmissionFile(bodyOf(request)) : parse(bodyOf(request))
    if (!/^[\x21-\x7e]{1,64}$/.test(key) || checkShape(SubmissionBody, body).length > 0) {
      response.status(422).json({ error: 'not a submission' })
      return
    }
    const state = await standIn.take(channelOf(request), { ...(body as typeof SubmissionBody.static), key })
    if (response.locals.isSlow) await wait(slowMs)
    response.status(202).json({ state })
  })

  router.get('/:channel/answers', admit, async (request, response) => {
    const after = Number(request.query.after ?? 0)
    const answers = await standIn.listAnswers(channelOf(request), Number.isSafeInteger(after) ? Math.max(after, 0) : 0)
    if (response.locals.isSlow) await wait(slowMs)
    response.json(answers)
  })
  return router
}

const channelOf = ({ params }: Request) => String(params.channel)
const bodyOf = ({ body }: Request) => (typeof body === 'string' ? body : '')

function parse(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
