import type { CodeOutcome } from '@novalex/core'
import { LRUCache } from 'lru-cache'
import type { Clock } from '../clock.ts'
import { AppError } from '../errors/AppError.ts'

/** How many codes that there are not one sender may try in a minute. */
const FREE = 5
const WINDOW_MS = 60_000
const MOST_SENDERS = 50_000

/**
 * Slows down whoever tries out codes. Counted in this process alone, since a cart is priced far more often than a database should be written; the
 * same wrong code in the same cart is one try, however often its cart is priced.
 */
export function createCodeTries(wallClock: Clock) {
  const bySender = new LRUCache<string, ReadonlyMap<string, number>>({ max: MOST_SENDERS })

  const recentOf = (sender: string) => {
    const since = wallClock.now() - WINDOW_MS
    return new Map([...(bySender.get(sender) ?? [])].filter(([, at]) => at > since))
  }

  return {
    /** Throws `too-many-codes`, with the seconds that are left, where that sender has tried too many wrong ones. */
    refuseTooMany(sender: string, codes: readonly string[]): void {
      if (codes.length === 0) return
      const recent = recentOf(sender)
      if (recent.size < FREE) return
      const seconds = Math.ceil((Math.min(...recent.values()) + WINDOW_MS - wallClock.now()) / 1000)
      throw new AppError('too-many-codes', { facts: { seconds: Math.max(seconds, 1) } })
    },
    /** Notes which of the codes there were not. */
    note(sender: string, outcomes: readonly Pick<CodeOutcome, 'code' | 'reason'>[]): void {
      const wrong = outcomes.filter(({ reason }) => reason === 'code-unknown')
      if (wrong.length === 0) return
      const recent = recentOf(sender)
      for (const { code } of wrong) recent.set(code.toUpperCase(), wallClock.now())
      bySender.set(sender, recent)
    },
  }
}

export type CodeTries = ReturnType<typeof createCodeTries>
