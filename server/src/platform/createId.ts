import { randomBytes } from 'node:crypto'

/** An id that nobody can guess and no two rows share. */
export function createId(): string {
  return randomBytes(12).toString('base64url')
}
