import { createHmac } from 'node:crypto'
import { lookup as resolve, type LookupAddress } from 'node:dns'
import { request as httpRequest } from 'node:http'
import { request as httpsRequest } from 'node:https'
import { BlockList, isIP, type LookupFunction } from 'node:net'

/** How long a receiver may take to answer. */
const ANSWER_MS = 10_000
/** So much of an answer is read; the rest is nobody's concern. */
const MOST_BYTES = 64 * 1024

/** Addresses that are not on the public internet. Source: RFC 6890, and the IPv6 ranges of the same registries. */
const PRIVATE = new BlockList()
for (const [net, prefix] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const) {
  PRIVATE.addSubnet(net, prefix, 'ipv4')
}
for (const [net, prefix] of [
  ['::', 128],
  ['::1', 128],
  ['64:ff9b::', 96],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const) {
  PRIVATE.addSubnet(net, prefix, 'ipv6')
}

export function isPrivateAddress(address: string): boolean {
  return PRIVATE.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4')
}

/** Whether an address leads into a private network as it is written; a name may still do so once it is looked up. */
export function isPrivateHost(url: string): boolean {
  const host = new URL(url).hostname.replace(/^\[|\]$/g, '').toLowerCase()
  if (isIP(host) > 0) return isPrivateAddress(host)
  return host === 'localhost' || host.endsWith('.localhost') || host.endsWith('.local') || !host.includes('.')
}

/** Looks a name up and refuses an address of a private network, so that what is connected to is what was checked. */
const lookUpPublic: LookupFunction = (hostname, options, done) => {
  resolve(hostname, { ...options, all: true }, (error, addresses: LookupAddress[]) => {
    if (error) return done(error, '', 0)
    if (addresses.some(({ address }) => isPrivateAddress(address))) return done(new Error('private address'), '', 0)
    const [first] = addresses
    if (options.all) (done as unknown as (error: null, all: LookupAddress[]) => void)(null, addresses)
    else done(null, first!.address, first!.family)
  })
}

interface Posting {
  readonly id: number
  readonly url: string
  readonly secret: string
  readonly body: string
  readonly now: number
  readonly allowsPrivate: boolean
}

interface Posted {
  /** Null: there was no answer. */
  readonly status: number | null
  /** Why it failed; empty: it did not. */
  readonly note: string
}

/** Signature of a body at a time, in seconds since 1970: HMAC-SHA256 over both, in hex. Source: docs/connect-a-shop.md, "Webhooks". */
export const signBody = (secret: string, seconds: number, body: string): string =>
  createHmac('sha256', secret).update(`${seconds}.${body}`).digest('hex')

/** Sends a signed body once. Redirects are not followed. */
export function post({ id, url, secret, body, now, allowsPrivate }: Posting): Promise<Posted> {
  if (!allowsPrivate && isPrivateHost(url)) return Promise.resolve({ status: null, note: 'private address' })
  const seconds = Math.floor(now / 1000)
  return new Promise((answer) => {
    const send = url.startsWith('https:') ? httpsRequest : httpRequest
    const request = send(url, {
      method: 'POST',
      signal: AbortSignal.timeout(ANSWER_MS),
      ...(allowsPrivate ? {} : { lookup: lookUpPublic }),
      headers: {
        'content-type': 'application/json',
        'content-length': Buffer.byteLength(body),
        'user-agent': 'Novalex',
        'novalex-delivery': String(id),
        'novalex-signature': `t=${seconds},v1=${signBody(secret, seconds, body)}`,
      },
    })
    request.once('response', (response) => {
      const status = response.statusCode ?? 0
      const note = status >= 200 && status < 300 ? '' : `answered ${status}`
      let bytes = 0
      const settle = () => {
        request.destroy()
        answer({ status, note })
      }
      response.on('data', (piece: Buffer) => {
        bytes += piece.length
        if (bytes > MOST_BYTES) settle()
      })
      response.once('end', settle)
      response.once('error', settle)
    })
    request.once('error', (error: NodeJS.ErrnoException) => {
      const isLate = error.name === 'TimeoutError' || error.name === 'AbortError'
      answer({ status: null, note: isLate ? 'no answer within 10 seconds' : (error.code ?? error.message) })
    })
    request.end(body)
  })
}
