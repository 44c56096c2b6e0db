import type { Database } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { hashToken } from '../../platform/tokens.ts'

export interface TryRules {
  /** How many come without a wait. */
  readonly free: number
  /** The wait after the last of those, in seconds; it doubles with each that follows. */
  readonly waitS: number
  readonly longestWaitS: number
}

/** Attempts are forgotten after this long. */
const FORGOTTEN_S = 86_400

/**
 * Slows down whoever tries again and again, whichever process they ask: each try is counted before it is known whether it is right. Throws
 * `too-many-attempts`, with the seconds that are left, while a wait lasts.
 */
export async function takeTry(database: Database, name: string, rules: TryRules, now: number): Promise<void> {
  const subject = hashToken(name)
  const at = new Date(now)
  await database('tries').insert({ subject, count: 0, at, free_at: at }).onConflict('subject').ignore()
  const { free, waitS, longestWaitS } = rules
  // The left side of each assignment is what those after it see.
  const [{ affectedRows }] = (await database.raw(
    `UPDATE tries SET
       count = IF(at < ?, 0, count),
       free_at = IF(count + 1 < ?, free_at, TIMESTAMPADD(SECOND, LEAST(?, ? * POW(2, LEAST(count + 1 - ?, 20))), ?)),
       count = count + 1,
       at = ?
     WHERE subject = ? AND free_at <= ?`,
    [new Date(now - FORGOTTEN_S * 1000), free, longestWaitS, waitS, free, at, at, subject, at],
  )) as [{ affectedRows: number }]
  if (affectedRows === 1) return
  const row: { free_at: Date } | undefined = await database('tries').where({ subject }).first()
  const seconds = Math.max(1, Math.ceil(((row?.free_at.getTime() ?? now) - now) / 1000))
  throw new AppError('too-many-attempts', { facts: { seconds } })
}

/** How often something may be done: `burst` times at once, and once more every `everyS` seconds. */
export interface Rate {
  readonly burst: number
  readonly everyS: number
}

/**
 * Takes `count` (at most `burst`) of what a subject may do, together for all processes. Throws `refusal` with the seconds until it may go on, and
 * takes nothing. A leaky bucket in one row: `free_at` is when the bucket will be empty again.
 */
export async function takeOfRate(
  database: Database,
  name: string,
  { burst, everyS }: Rate,
  {
    now,
    count = 1,
    refusal,
  }: { readonly now: number; readonly count?: number; readonly refusal: 'too-many-codes' | 'too-many-requests' },
): Promise<void> {
  const subject = hashToken(name)
  const at = new Date(now)
  await database('tries').insert({ subject, count: 0, at, free_at: at }).onConflict('subject').ignore()
  const fullAt = now + (burst - count) * everyS * 1000
  const [{ affectedRows }] = (await database.raw(
    `UPDATE tries SET free_at = TIMESTAMPADD(SECOND, ?, GREATEST(free_at, ?)), count = count + 1, at = ?
     WHERE subject = ? AND free_at <= ?`,
    [count * everyS, at, at, subject, new Date(fullAt)],
  )) as [{ affectedRows: number }]
  if (affectedRows === 1) return
  const row: { free_at: Date } | undefined = await database('tries').where({ subject }).first()
  const seconds = Math.max(1, Math.ceil(((row?.free_at.getTime() ?? fullAt) - fullAt) / 1000))
  throw new AppError(refusal, { facts: { seconds } })
}

/** Gives back `count` of what was taken for what turned out not to count. */
export async function giveBackOfRate(database: Database, name: string, { everyS }: Rate, count: number): Promise<void> {
  if (count === 0) return
  await database('tries')
    .where({ subject: hashToken(name) })
    .update({ free_at: database.raw('TIMESTAMPADD(SECOND, ?, free_at)', [-count * everyS]) })
}

/** A try that was right does not count. */
export async function giveTryBack(database: Database, name: string): Promise<void> {
  await database('tries')
    .where({ subject: hashToken(name) })
    .update({ count: database.raw('GREATEST(count, 1) - 1'), free_at: database.raw('at') })
}

/** After what was right, those before it do not count either. */
export async function forgetTries(database: Database, name: string): Promise<void> {
  await database('tries')
    .where({ subject: hashToken(name) })
    .delete()
}
