import type { Instant } from '@novalex/core'

export interface Clock {
  now(): Instant
  /** Whether it stands still, and the database’s clock with it. */
  readonly isFixed: boolean
}

/** The system's clock, or one that stands still. */
export function createClock(fixedNow: Instant | null): Clock {
  return { now: () => fixedNow ?? Date.now(), isFixed: fixedNow !== null }
}
