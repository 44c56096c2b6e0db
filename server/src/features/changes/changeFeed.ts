import { setTimeout as wait } from 'node:timers/promises'
import { createSession, type Session } from 'better-sse'
import type { Request, Response } from 'express'
import { findLatestChange } from '../../data/activity/index.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { findLatestCheck } from '../../data/findings/index.ts'
import { findLatestSale } from '../../data/orders/index.ts'

const LOOK_EVERY_MS = 1000
/** How often it is asked whether who follows may still do so. */
const ADMIT_EVERY_MS = 5000
/** Compressed on the way, an event would wait for those after it. */
const UNALTERED = { 'cache-control': 'no-store, no-transform' }

/**
 * Tells browsers of whatever is written, by this process or another: server-sent events, each the number of the latest change; those called
 * `sales`, a number that is another one after each order; those called `findings`, one that is another after each check of a plan.
 */
export interface ChangeFeed {
  /**
   * Tells a browser the latest change, then each that follows, until it leaves, or until `mayFollow` says no: its session has ended. Throws what the
   * database throws.
   */
  follow(request: Request, response: Response, mayFollow: () => Promise<boolean>): Promise<undefined>
  /** Ends every connection. */
  close(): void
}

/** Looks at the database once a second, for all who follow together, and only while anyone does. */
export function createChangeFeed(database: Database): ChangeFeed {
  const followers = new Map<Session, Response>()
  let told: number | null = null
  let toldSale: number | null = null
  let toldCheck: number | null = null
  let isLooking = false

  async function look(): Promise<void> {
    if (isLooking) return
    isLooking = true
    while (followers.size > 0) {
      await wait(LOOK_EVERY_MS, undefined, { ref: false })
      // While the database is away there is nothing new, and those who need it are told so.
      const change = await findLatestChange(database).catch(() => told)
      const sale = await findLatestSale(database).catch(() => toldSale)
      const check = await findLatestCheck(database).catch(() => toldCheck)
      for (const session of followers.keys()) {
        if (change !== told) session.push(change)
        if (sale !== toldSale) session.push(sale, 'sales')
        if (check !== toldCheck) session.push(check, 'findings')
      }
      told = change
      toldSale = sale
      toldCheck = check
    }
    isLooking = false
  }

  return {
    async follow(request, response, mayFollow) {
      const change = await findLatestChange(database)
      const sale = await findLatestSale(database)
      const check = await findLatestCheck(database)
      const session = await createSession(request, response, { headers: UNALTERED })
      const admitting = setInterval(() => {
        mayFollow().then(
          (may) => {
            if (!may) response.end()
          },
          // While the database is away nobody is sent away.
          () => undefined,
        )
      }, ADMIT_EVERY_MS)
      admitting.unref()
      session.once('disconnected', () => {
        clearInterval(admitting)
        followers.delete(session)
      })
      if (!session.isConnected) return
      told ??= change
      toldSale ??= sale
      toldCheck ??= check
      session.push(change)
      session.push(sale, 'sales')
      session.push(check, 'findings')
      followers.set(session, response)
      void look()
    },
    close() {
      for (const response of followers.values()) response.end()
      // Nothing may be written after its end.
      followers.clear()
    },
  }
}
