import { createHmac, timingSafeEqual } from 'node:crypto'

export const SIGNATURE_HEADER = 'novalex-signature'
/** How far the clocks of sender and receiver may be apart. */
const TOLERANCE_MS = 300_000

/** Signature of a body at a time, in seconds since 1970: HMAC-SHA256 over both, in hex. Source: docs/connect-a-shop.md, "Webhooks". */
export const signBody = (secret: string, seconds: number, body: string): string =>
  createHmac('sha256', secret).update(`${seconds}.${body}`).digest('hex')

/** The header that signs a body at an instant. */
export function writeSignature(secret: string, now: number, body: string): string {
  const seconds = Math.floor(now / 1000)
  return `t=${seconds},v1=${signBody(secret, seconds, body)}`
}

/** Whether a body was signed with the secret within the last or next five minutes. */
export function isSigned(
  header: string | undefined,
  { secret, now, body }: { readonly secret: string; readonly now: number; readonly body: string },
): boolean {
  const [, seconds, given] = /^t=(\d{1,12}),v1=([0-9a-f]{64})$/.exec(header ?? '') ?? []
  if (seconds === undefined || given === undefined) return false
  if (Math.abs(Number(seconds) * 1000 - now) > TOLERANCE_MS) return false
  return timingSafeEqual(Buffer.from(given), Buffer.from(signBody(secret, Number(seconds), body)))
}
