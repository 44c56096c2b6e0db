import type { LocalDateTime, LocalTime } from '../values/index.ts'

export interface WeeklyWindow {
  /** 1 = Monday … 7 = Sunday. */
  readonly days: readonly number[]
  readonly from: LocalTime
  /** Not after `from`: the window runs into the next day. */
  readonly to: LocalTime
}

export interface Schedule {
  /** Its dates are not known yet: it waits, whatever the moment. Goes with neither start nor end. */
  readonly open?: true
  readonly start?: LocalDateTime
  /** The first moment at which it no longer holds. */
  readonly end?: LocalDateTime
  readonly weekly?: readonly WeeklyWindow[]
}
