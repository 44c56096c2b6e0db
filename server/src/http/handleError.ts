import type { ErrorAnswer } from '@novalex/contract'
import type { ErrorRequestHandler, Request } from 'express'
import { isDatabaseAway } from '../platform/db/isDatabaseAway.ts'
import { isDiskFull } from '../platform/db/isDiskFull.ts'
import { isLostToRivals } from '../platform/db/transact.ts'
import { AppError } from '../platform/errors/AppError.ts'

/** Turns whatever was thrown into an answer: a registered code, or a bare 500 with the request's id. */
export const handleError: ErrorRequestHandler = (thrown, request, response, next) => {
  if (response.headersSent) {
    next(thrown)
    return
  }
  const answer = toErrorAnswer(thrown, request)
  // Source: RFC 9110, section 11.6.1.
  if (answer.status === 401) response.set('www-authenticate', 'Bearer realm="Novalex"')
  response.status(answer.status).type('application/problem+json').send(JSON.stringify(answer))
}

/** Error response for anything thrown. Logs it unless the request is at fault. */
export function toErrorAnswer(thrown: unknown, request: Request): ErrorAnswer {
  const { code, problems, facts, status } = toAppError(thrown)
  if (status >= 500) request.log.error({ err: thrown }, code)
  const title = code.charAt(0).toUpperCase() + code.slice(1).replaceAll('-', ' ')
  const error: ErrorAnswer['error'] = { code, requestId: String(request.id) }
  if (problems) error.problems = [...problems]
  if (facts) error.facts = facts
  return { type: `urn:novalex:error:${code}`, title, status, error }
}

export function toAppError(thrown: unknown): AppError {
  if (thrown instanceof AppError) return thrown
  if (thrown === null || typeof thrown !== 'object') return new AppError('internal', { cause: thrown })
  if (isDiskFull(thrown)) return new AppError('disk-full', { cause: thrown })
  if (isLostToRivals(thrown)) return new AppError('took-too-long', { cause: thrown })
  if (isDatabaseAway(thrown)) return new AppError('database-unavailable', { cause: thrown })
  const { type, limit } = thrown as { type?: string; limit?: number }
  // What the body parsers of Express throw.
  if (type === 'entity.too.large') return new AppError('too-large', { facts: { maxBytes: limit } })
  if (type === 'entity.parse.failed') return new AppError('bad-json')
  if (type?.startsWith('encoding.') || type?.startsWith('charset.')) return new AppError('wrong-media-type')
  if (thrown instanceof URIError) return new AppError('no-such-page')
  // What Express and its parsers throw of a request carries the status of an answer.
  const { status } = thrown as { status?: number }
  if (status === 404) return new AppError('no-such-page', { cause: thrown })
  if (status !== undefined && status >= 400 && status < 500) return new AppError('bad-json', { cause: thrown })
  return new AppError('internal', { cause: thrown })
}
