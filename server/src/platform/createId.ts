import { randomBytes } from 'node:crypto'

/** An id that nobody can guess and no two rows share. */
export function createId(): string {
  return randomBytes(12).toString('base64url')
}

/** Digits and capital letters without those that are easily confused (0 and O, 1 and I). */
export const READABLE = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'
