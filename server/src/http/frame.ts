import type { Express, NextFunction, Request, RequestHandler, Response, Router } from 'express'
import { rateLimit } from 'express-rate-limit'
import helmet from 'helmet'
import type { Logger } from 'pino'
import type { Config } from '../config.ts'
import { bearerOf } from '../access/identity.ts'
import { AppError } from '../errors/AppError.ts'
import { logRequests } from './logRequests.ts'
import { refuseForeign } from './refuseForeign.ts'
import { senderOf } from './senderOf.ts'

/** What every request passes: the log, its id, headers that keep browsers safe, and whether it may come at all. */
export function frameRequests(
  app: Express,
  { config, logger }: { readonly config: Pick<Config, 'host' | 'origins' | 'trustedProxies'>; readonly logger: Logger },
): void {
  app.disable('x-powered-by')
  app.set('trust proxy', config.trustedProxies)
  // No answer is kept on the way, so none needs a mark to be compared by.
  app.set('etag', false)
  app.use(logRequests(logger))
  app.use(createSecurityHeaders())
  app.use(refuseForeign(config))
}

/** What every request of the API passes besides: not too many in a minute, and no answer is kept on the way. */
export function frameApi(api: Router, { requestsPerMinute }: Pick<Config, 'requestsPerMinute'>): void {
  api.use(createRateLimit(requestsPerMinute))
  const limitKeyTries = createKeyTryLimit(requestsPerMinute)
  api.use((request, response, next) => {
    if (bearerOf(request) === null) next()
    else void limitKeyTries(request, response, next)
  })
  api.use((_request, response, next) => {
    response.set('cache-control', 'no-store')
    next()
  })
}

/** A shop's server asks for all of its visitors, so each key is counted for itself, apart from addresses. */
function createRateLimit(limit: number) {
  return rateLimit({
    ...RATE,
    limit,
    keyGenerator: (request) => bearerOf(request) ?? senderOf(request),
  })
}

/** Whoever tries out keys is counted by their address. */
function createKeyTryLimit(limit: number) {
  return rateLimit({
    ...RATE,
    limit,
    // What a key's holder may is said of the key.
    standardHeaders: false,
    keyGenerator: senderOf,
    skipSuccessfulRequests: true,
    requestWasSuccessful: (_request, { statusCode }) => statusCode !== 401,
  })
}

const RATE = {
  windowMs: 60_000,
  standardHeaders: 'draft-8',
  legacyHeaders: false,
  handler: (_request: unknown, _response: unknown, next: NextFunction) => {
    next(new AppError('too-many-requests'))
  },
} as const

/** Scripts from here alone; styles also inline, since the interface library writes its theme that way. */
function createSecurityHeaders(): RequestHandler {
  const headers: [string, string][] = []
  // The same for every answer, so they are computed once: the library writes them to this.
  const collector = {
    setHeader: (name: string, value: string) => headers.push([name, value]),
    removeHeader: () => undefined,
  } as unknown as Response
  const compute = helmet({
    contentSecurityPolicy: {
      directives: {
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:'],
        'upgrade-insecure-requests': null,
      },
    },
    // Browsers heed it over TLS only, where a proxy ends that.
    strictTransportSecurity: { maxAge: 31_536_000, includeSubDomains: false },
  })
  compute({} as Request, collector, () => undefined)
  return (_request, response, next) => {
    for (const [name, value] of headers) response.setHeader(name, value)
    next()
  }
}
