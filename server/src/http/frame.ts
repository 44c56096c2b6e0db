import type { Express, NextFunction, Request, RequestHandler, Response, Router } from 'express'
import { rateLimit } from 'express-rate-limit'
import helmet, { type HelmetOptions } from 'helmet'
import type { Logger } from 'pino'
import type { Config } from '../platform/config.ts'
import { bearerOf } from './identity.ts'
import { AppError } from '../platform/errors/AppError.ts'
import { logRequests } from './logRequests.ts'
import { refuseForeign } from './refuseForeign.ts'
import { senderOf } from './senderOf.ts'

/** Middleware for every request: logging, request id, security headers, host check. */
export function addRequestMiddleware(
  app: Express,
  { config, logger }: { readonly config: Pick<Config, 'host' | 'origins' | 'trustedProxies'>; readonly logger: Logger },
): void {
  app.disable('x-powered-by')
  app.set('trust proxy', config.trustedProxies)
  // No answer is kept on the way, so none needs a mark to be compared by.
  app.set('etag', false)
  app.use(logRequests(app, logger))
  app.use(setSecurityHeaders)
  app.use(refuseForeign(config))
}

/** Additional middleware for the API: rate limit and no caching. */
export function addApiMiddleware(api: Router, { requestsPerMinute }: Pick<Config, 'requestsPerMinute'>): void {
  const limitAll = createRateLimit(requestsPerMinute)
  const limitKeyTries = createKeyTryLimit(requestsPerMinute)
  // One middleware: each router layer costs as much as the work in it.
  api.use((request, response, next) => {
    response.setHeader('cache-control', 'no-store')
    void limitAll(request, response, (error?: unknown) => {
      if (error !== undefined || bearerOf(request) === null) next(error)
      else void limitKeyTries(request, response, next)
    })
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

/** Counts failed API keys by address. */
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

// Browsers heed it over TLS only, where a proxy ends that.
const HSTS = { maxAge: 31_536_000, includeSubDomains: false } as const
/** Scripts from here alone; styles also inline, since the interface library writes its theme that way. */
const PAGE_HEADERS = computeHeaders({
  contentSecurityPolicy: {
    directives: {
      'style-src': ["'self'", "'unsafe-inline'"],
      'img-src': ["'self'", 'data:'],
      'upgrade-insecure-requests': null,
    },
  },
  strictTransportSecurity: HSTS,
})
/** Turns off headers that only matter for pages. */
const NO_PAGE = {
  strictTransportSecurity: HSTS,
  crossOriginOpenerPolicy: false,
  originAgentCluster: false,
  xDnsPrefetchControl: false,
  xDownloadOptions: false,
  xFrameOptions: false,
  xPermittedCrossDomainPolicies: false,
  xXssProtection: false,
} as const
/** Content security policy of API responses: no scripts, no frames. */
const API_HEADERS = computeHeaders({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: { 'default-src': ["'none'"], 'frame-ancestors': ["'none'"] },
  },
  ...NO_PAGE,
})
/** Scripts, styles and fonts are no pages; a worker is held by what its script says. */
const ASSET_HEADERS = computeHeaders({
  contentSecurityPolicy: { useDefaults: false, directives: { 'default-src': ["'self'"] } },
  ...NO_PAGE,
})

/** The headers that the library sets. They are the same for every answer, so they are computed once. */
function computeHeaders(options: HelmetOptions): readonly [string, string][] {
  const headers: [string, string][] = []
  const collector = {
    setHeader: (name: string, value: string) => headers.push([name, value]),
    removeHeader: () => undefined,
  } as unknown as Response
  helmet(options)({} as Request, collector, () => undefined)
  return headers
}

function headersFor(path: string): readonly [string, string][] {
  if (path.startsWith('/api/')) return API_HEADERS
  return path.startsWith('/assets/') ? ASSET_HEADERS : PAGE_HEADERS
}

const setSecurityHeaders: RequestHandler = ({ path }, response, next) => {
  for (const [name, value] of headersFor(path)) response.setHeader(name, value)
  next()
}
