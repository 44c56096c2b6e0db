import type { HealthAnswer } from '@novalex/contract'
import type { Static } from '@sinclair/typebox'
import type { RequestHandler } from 'express'
import type { Database } from '../db/openDatabase.ts'

const TIMEOUT_MS = 3000

/** Whether the process lives: 200 whatever the database does. Who restarts what hangs asks this. */
export const answerAlive: RequestHandler = (_request, response) => {
  response.json({ status: 'alive' } satisfies Static<typeof HealthAnswer>)
}

/** Whether requests may be sent here: 200 if the database answers, else 503. Who shares requests out among processes asks this. */
export function createReadyCheck(database: Database): RequestHandler {
  return async (request, response) => {
    try {
      await database.raw('SELECT 1').timeout(TIMEOUT_MS)
      response.json({ status: 'ready' } satisfies Static<typeof HealthAnswer>)
    } catch (error) {
      request.log.warn({ err: error }, 'database does not answer')
      response.status(503).json({ status: 'database-away' } satisfies Static<typeof HealthAnswer>)
    }
  }
}
