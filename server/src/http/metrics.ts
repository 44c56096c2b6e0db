import type { RequestHandler } from 'express'
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'
import { bearerOf, type Identify } from './identity.ts'
import type { Database } from '../platform/db/openDatabase.ts'
import { AppError } from '../platform/errors/AppError.ts'

/** Seconds: a quote takes one or two thousandths, a review of a large plan some. */
const BUCKETS_S = [0.001, 0.0025, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30]

const CONNECTIONS = 'novalex_database_connections'

/** Of the database's client. */
type Pool = Readonly<Record<'numUsed' | 'numFree' | 'numPendingAcquires', () => number>>

/** What is counted of this process. */
const registry = new Registry()
collectDefaultMetrics({ register: registry })
// Gauges that are named as counters are; the same figures by type remain.
for (const name of ['nodejs_active_handles_total', 'nodejs_active_requests_total', 'nodejs_active_resources_total'])
  registry.removeSingleMetric(name)
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

/** Gauges of the pool of connections: those in use, those that are free, and requests that wait for one. */
export function watchPool(database: Database): void {
  const { pool } = database.client as { pool: Pool }
  registry.removeSingleMetric(CONNECTIONS)
  new Gauge({
    name: CONNECTIONS,
    help: 'Connections to the database, and those that wait for one.',
    labelNames: ['state'],
    registers: [registry],
    collect() {
      this.set({ state: 'used' }, pool.numUsed())
      this.set({ state: 'free' }, pool.numFree())
      this.set({ state: 'awaited' }, pool.numPendingAcquires())
    },
  })
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
