import type { Logger } from 'pino'
import { logEvent, type EventName } from '../platform/events.ts'

/** Work that is repeated as long as the process lives. */
export interface Recurring {
  readonly everyMs: number
  readonly run: () => Promise<unknown>
  /** The event that is logged when a run fails; the next run is a retry. */
  readonly onFailure: EventName
}

/** Starts recurring work. It does not keep the process alive. */
export function startSchedule(tasks: readonly Recurring[], logger: Logger): void {
  const own = logger.child({ component: 'schedule' })
  for (const { everyMs, run, onFailure } of tasks)
    setInterval(() => {
      run().catch((err: unknown) => {
        logEvent(own, onFailure, { err })
      })
    }, everyMs).unref()
}
