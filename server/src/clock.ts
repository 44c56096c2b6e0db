import type { Instant } from '@novalex/core'

export interface Clock {
  now(): Instant
}

/** The system's clock, or one that stands still. */
export function createClock(fixedNow: Instant | null): Clock {
  return { now: () => fixedNow ?? Date.now() }
}
