import { setTimeout as wait } from 'node:timers/promises'
import type { Knex } from 'knex'
import type { Database } from './openDatabase.ts'

/** Error codes of concurrent transactions: deadlock (or, in a cluster, a failed certification) and lock wait timeout. */
const LOST = new Set([1213, 1205])
const MOST_TRIES = 5
const FIRST_WAIT_MS = 20

interface Manner {
  readonly tries?: number
}

/**
 * All or nothing, with the store's lock or any other. A transaction that lost against a rival is rolled back by the database and tried again from
 * its start, after a short while that differs from try to try; so `work` may run several times, and may leave nothing behind but what it writes.
 * Throws what `work` throws, and what the database says when no try came through.
 */
export async function transact<T>(
  database: Database,
  work: (transaction: Knex.Transaction) => Promise<T>,
  { tries: most = MOST_TRIES }: Manner = {},
): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await database.transaction(work)
    } catch (thrown) {
      if (tries === most || !isLostToRivals(thrown)) throw thrown
      await wait(Math.random() * FIRST_WAIT_MS * 2 ** Math.min(tries, 5))
    }
  }
}

/** Whether an error says that rivals won each time: the same may succeed a moment later. */
export function isLostToRivals(thrown: unknown): boolean {
  return thrown instanceof Error && 'errno' in thrown && LOST.has(Number(thrown.errno))
}
