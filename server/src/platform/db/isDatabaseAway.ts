const AWAY = new Set([
  'EAI_AGAIN',
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
  'ER_CON_COUNT_ERROR',
  // A node of a cluster that is not, or not yet, one of it.
  'ER_UNKNOWN_COM_ERROR',
])

/** Whether an error says that the database can't be reached, rather than that a query was wrong. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false
  const { code, errno, fatal } = error as { code?: string; errno?: number; fatal?: boolean }
  const isClosed = error.name === 'KnexTimeoutError' || /closed state|Connection lost/i.test(error.message)
  return isClosed || AWAY.has(code ?? '') || (fatal === true && errno === undefined)
}
