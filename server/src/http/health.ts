import type { HealthAnswer } from '@novalex/contract'
import type { RequestHandler } from 'express'
import type { Static } from '@sinclair/typebox'
import type { Database } from '../db/openDatabase.ts'

const TIMEOUT_MS = 3000

/** 200 if the database answers, else 503. */
export function createHealthCheck(database: Database): RequestHandler {
  return async (request, response) => {
    try {
      await database.raw('SELECT 1').timeout(TIMEOUT_MS)
      response.json({ status: 'ok', database: 'answers' } satisfies Static<typeof HealthAnswer>)
    } catch (error) {
      request.log.warn({ err: error }, 'database does not answer')
      response.status(503).json({ status: 'impaired', database: 'away' } satisfies Static<typeof HealthAnswer>)
    }
  }
}
