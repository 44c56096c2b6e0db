import { randomUUID } from 'node:crypto'
import type { Express, Router } from 'express'
import { rateLimit } from 'express-rate-limit'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import type { Config } from '../config.ts'
import { AppError } from '../errors/AppError.ts'
import { refuseForeign } from './refuseForeign.ts'

/** What every request passes: the log, its id, headers that keep browsers safe, and whether it may come at all. */
export function frameRequests(
  app: Express,
  { config, logger }: { readonly config: Pick<Config, 'host' | 'origins' | 'trustedProxies'>; readonly logger: Logger },
): void {
  app.disable('x-powered-by')
  app.set('trust proxy', config.trustedProxies)
  app.use(pinoHttp({ logger, genReqId: () => randomUUID(), quietReqLogger: true, serializers: LOGGED }))
  app.use((request, response, next) => {
    response.set('x-request-id', String(request.id))
    next()
  })
  app.use(createSecurityHeaders())
  app.use(refuseForeign(config))
}

/** What every request of the API passes besides: not too many in a minute, and no answer is kept on the way. */
export function frameApi(api: Router, { requestsPerMinute }: Pick<Config, 'requestsPerMinute'>): void {
  api.use(createRateLimit(requestsPerMinute))
  api.use((_request, response, next) => {
    response.set('cache-control', 'no-store')
    next()
  })
}

/** What the log says of a request and its answer: no header, since some are secrets. */
const LOGGED = {
  req: ({ id, method, url }: { id: string; method: string; url: string }) => ({ id, method, url }),
  res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
}

function createRateLimit(limit: number) {
  return rateLimit({
    windowMs: 60_000,
    limit,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, _response, next) => {
      next(new AppError('too-many-requests'))
    },
  })
}

/** Scripts from here alone; styles also inline, since the interface library writes its theme that way. */
function createSecurityHeaders() {
  return helmet({
    contentSecurityPolicy: {
      directives: {
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:'],
        'upgrade-insecure-requests': null,
      },
    },
    strictTransportSecurity: false,
  })
}
