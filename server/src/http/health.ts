import type { HealthAnswer } from '@novalex/contract'
import type { Static } from '@sinclair/typebox'
import type { RequestHandler } from 'express'
import { lastFullAt } from '../platform/db/isDiskFull.ts'
import type { Database } from '../platform/db/openDatabase.ts'
import { findSchemaFaults } from '../platform/db/schema.ts'

const TIMEOUT_MS = 3000
/** How long a disk counts as full after a write that found no room. */
const FULL_MS = 30_000

type Health = Static<typeof HealthAnswer>['status']

/** Whether the process lives: 200 whatever the database does. What restarts a hanging process asks this. */
export const answerAlive: RequestHandler = (_request, response) => {
  response.json({ status: 'alive' } satisfies Static<typeof HealthAnswer>)
}

/**
 * Whether requests may be sent here: 200 if the database answers, its tables are whole, its disk has room and there is a store; else 503. What shares
 * requests out among processes asks this.
 */
export function createReadyCheck(database: Database, hasStore: () => Promise<boolean>): RequestHandler {
  async function findHealth(): Promise<{ readonly status: Health; readonly faults?: readonly string[] }> {
    await database.raw('SELECT 1').timeout(TIMEOUT_MS)
    const faults = await findSchemaFaults(database)
    if (faults.length > 0) return { status: 'schema-broken', faults }
    if (Date.now() - lastFullAt() < FULL_MS) return { status: 'disk-full' }
    return { status: (await hasStore()) ? 'ready' : 'no-store' }
  }

  return async (request, response) => {
    try {
      const { status, faults = [] } = await findHealth()
      if (faults.length > 0) request.log.error({ faults }, 'schema-broken')
      response.status(status === 'ready' ? 200 : 503).json({ status } satisfies Static<typeof HealthAnswer>)
    } catch (error) {
      request.log.warn({ err: error }, 'database-unavailable')
      response.status(503).json({ status: 'database-unavailable' } satisfies Static<typeof HealthAnswer>)
    }
  }
}
