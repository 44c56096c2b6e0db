import type { RequestHandler } from 'express'
import { Gauge, Histogram } from 'prom-client'
import { BUCKETS_S, registry } from '../platform/metrics.ts'
import { bearerOf, type Identify } from './identity.ts'
import type { Database } from '../platform/db/openDatabase.ts'
import { AppError } from '../platform/errors/AppError.ts'

const CONNECTIONS = 'novalex_database_connections'

/** Of the database's client. */
type Pool = Readonly<Record<'numUsed' | 'numFree' | 'numPendingAcquires', () => number>>

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
  const { pool }: { pool: Pool } = database.client
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
