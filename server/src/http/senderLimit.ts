import { LRUCache } from 'lru-cache'
import type { Clock } from '../clock.ts'
import { AppError } from '../errors/AppError.ts'

const MOST_SENDERS = 50_000

interface Limit {
  readonly most: number
  readonly windowMs: number
}

/** Counts what one sender does, in this process alone. Throws `too-many-requests` from more than so many in a window on. */
export function createSenderLimit(wallClock: Clock, { most, windowMs }: Limit): (sender: string) => void {
  const bySender = new LRUCache<string, readonly number[]>({ max: MOST_SENDERS })
  return (sender) => {
    const now = wallClock.now()
    const recent = (bySender.get(sender) ?? []).filter((at) => at > now - windowMs)
    if (recent.length >= most) throw new AppError('too-many-requests')
    bySender.set(sender, [...recent, now])
  }
}
