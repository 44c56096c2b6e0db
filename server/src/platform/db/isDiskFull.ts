const FULL = new Set([
  'ER_RECORD_FILE_FULL',
  'ER_DISK_FULL',
  'ER_ERROR_ON_WRITE',
  'ER_CANT_CREATE_FILE',
  'ER_TEMP_FILE_WRITE_FAILURE',
])

let fullAt = -Infinity

/** Whether an error says that the disk of the database has no room left. Remembered, since nothing else tells it. */
export function isDiskFull(error: unknown): boolean {
  const isFull = error instanceof Error && 'code' in error && FULL.has(String(error.code))
  if (isFull) fullAt = Date.now()
  return isFull
}

/** When that was last said in this process; -Infinity: never. */
export const lastFullAt = (): number => fullAt
