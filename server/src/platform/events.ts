import { keysOf } from '@novalex/core'
import type { Logger } from 'pino'

/** Failures outside of requests, by the name under which the log has them. Listed in docs/run-it.md, so that alerts can rely on the names. */
const EVENTS = {
  uncaught: ['fatal', 'Uncaught error. The process ends.'],
  'database-unusable': ['fatal', 'The database can’t be used.'],
  'database-unavailable': ['warn', 'The database does not answer. Waiting for it.'],
  'import-failed': ['error', 'An import failed.'],
  'codes-failed': ['error', 'Codes of a batch could not be made. Retrying later.'],
  'check-failed': ['warn', 'The plan could not be checked.'],
  'letter-failed': ['warn', 'A letter could not be written.'],
  'resume-failed': ['warn', 'Interrupted work could not be resumed. Retrying later.'],
  'counts-failed': ['warn', 'Counts could not be added up. Retrying later.'],
  'webhooks-failed': ['warn', 'Webhooks could not be sent. Retrying later.'],
  'submissions-failed': ['warn', 'Submissions could not be sent, or answers not fetched. Retrying later.'],
  'stand-in-failed': ['warn', 'The simulated partner could not work. Retrying later.'],
  'prices-failed': ['warn', 'Shown prices could not be stored. Retrying later.'],
} as const satisfies Record<string, readonly ['fatal' | 'error' | 'warn', string]>

export type EventName = keyof typeof EVENTS
export const EVENT_NAMES = keysOf(EVENTS)

/** Logs an event with its error and facts, at the event's level. */
export function logEvent(logger: Logger, event: EventName, facts: { readonly err?: unknown } = {}): void {
  const [level, message] = EVENTS[event]
  logger[level]({ event, ...facts }, message)
}

/** Returns a handler that logs each error as an event. */
export const reporting = (logger: Logger, event: EventName) => (err: unknown) => {
  logEvent(logger, event, { err })
}
