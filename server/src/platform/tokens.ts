import { createHash, randomBytes } from 'node:crypto'

/** Returns a random token of 256 bits in base64url. */
export function createToken(): string {
  return randomBytes(32).toString('base64url')
}

/** Returns the SHA-256 hash under which a token is stored, so that a leaked database gives no valid tokens. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('base64url')
}
