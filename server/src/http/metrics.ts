import type { RequestHandler } from 'express'
import { collectDefaultMetrics, Histogram, Registry } from 'prom-client'
import { bearerOf, type Identify } from '../access/identity.ts'
import { AppError } from '../errors/AppError.ts'

/** Seconds: a quote takes one or two thousandths, a review of a large plan some. */
const BUCKETS_S = [0.001, 0.0025, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30]

/** What is counted of this process. */
const registry = new Registry()
collectDefaultMetrics({ register: registry })
const seconds = new Histogram({
  name: 'novalex_request_seconds',
  help: 'How long requests took, from their head to the end of their answer.',
  labelNames: ['endpoint', 'status'],
  buckets: BUCKETS_S,
  registers: [registry],
})

/** Times each request, by endpoint and status. */
export const timeRequest: RequestHandler = (_request, response, next) => {
  const end = seconds.startTimer()
  response.once('close', () => {
    const { endpoint = 'other' } = response.locals as { endpoint?: string }
    end({ endpoint, status: response.statusCode })
  })
  next()
}

/** Answers what was counted, as text for Prometheus, to this machine, or to who shows a key; to all others there is nothing at this address. */
export function createMetricsAnswer(identify: Pick<Identify, 'request'>): RequestHandler {
  return async (request, response) => {
    const { socket, headers } = request
    const isLocal = /^(::1|(::ffff:)?127\.\d+\.\d+\.\d+)$/.test(socket.remoteAddress ?? '')
    // What a proxy hands on comes from elsewhere.
    const isNear = isLocal && headers['x-forwarded-for'] === undefined && headers.forwarded === undefined
    if (!isNear && (bearerOf(request) === null || (await identify.request(request)).kind !== 'key'))
      throw new AppError('no-such-page')
    response.type(registry.contentType).send(await registry.metrics())
  }
}
