import { stdSerializers } from 'pino'

/** As the database's driver throws them. */
interface Refused extends Error {
  readonly sql?: string
  readonly sqlMessage?: string
  readonly code?: string
  readonly errno?: number
}

/** An error as it is logged: for a rejected statement its code, never its values, which may be personal data. */
export function logError(error: Error): object {
  return stdSerializers.err(withoutValues(error))
}

/** Messages about tables, columns or the disk contain no values. */
const NAMES_NO_VALUE = new Set([
  'ER_NO_SUCH_TABLE',
  'ER_BAD_FIELD_ERROR',
  'ER_RECORD_FILE_FULL',
  'ER_DISK_FULL',
  'ER_ERROR_ON_WRITE',
])

/** The error with its causes, without the values that a refused statement held. */
export function withoutValues(error: Error): Error {
  const { sql, sqlMessage, code, errno } = error as Refused
  const cause = error.cause instanceof Error ? withoutValues(error.cause) : undefined
  if (sql === undefined && sqlMessage === undefined) {
    if (cause === undefined || cause === error.cause) return error
    return copy(error, error.message, cause)
  }
  const told = NAMES_NO_VALUE.has(code ?? '') && sqlMessage ? `: ${sqlMessage}` : ''
  return copy(error, `the database refused a statement: ${code} (${errno})${told}`, cause)
}

function copy({ name, stack = '' }: Error, message: string, cause: Error | undefined): Error {
  const told = new Error(message, cause ? { cause } : {})
  const places = stack.split('\n').filter((line) => /^\s+at /.test(line))
  told.stack = [`${name}: ${message}`, ...places].join('\n')
  return told
}
