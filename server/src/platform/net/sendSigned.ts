import { request as httpRequest } from 'node:http'
import { request as httpsRequest } from 'node:https'
import { isPrivateHost, lookUpPublic } from './privateAddress.ts'
import { SIGNATURE_HEADER, writeSignature } from './signature.ts'

/** How long a receiver may take to answer. */
const ANSWER_MS = 10_000
/** A longer answer is cut off. */
const MOST_BYTES = 4 * 1024 * 1024

interface Sending {
  readonly method: 'GET' | 'POST'
  readonly url: string
  readonly secret: string
  /** Empty for `GET`. */
  readonly body: string
  readonly headers?: Readonly<Record<string, string>>
  readonly now: number
  /** Whether the address may lie in a private network. */
  readonly allowsPrivate: boolean
  /** How long the receiver may take to answer; ten seconds unless it is given. */
  readonly answerMs?: number
}

export interface Sent {
  /** Null: there was no answer. */
  readonly status: number | null
  /** Why it failed; empty: it did not. */
  readonly note: string
  /** The answer, as far as it was read. */
  readonly text: string
}

/** Sends a signed request once. Redirects are not followed. */
export function sendSigned(sending: Sending): Promise<Sent> {
  const { method, url, secret, body, headers = {}, now, allowsPrivate, answerMs = ANSWER_MS } = sending
  if (!allowsPrivate && isPrivateHost(url)) return Promise.resolve({ status: null, note: 'private address', text: '' })
  return new Promise((answer) => {
    const send = url.startsWith('https:') ? httpsRequest : httpRequest
    const request = send(url, {
      method,
      signal: AbortSignal.timeout(answerMs),
      ...(allowsPrivate ? {} : { lookup: lookUpPublic }),
      headers: {
        ...(method === 'GET' ? {} : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) }),
        'user-agent': 'Novalex',
        ...headers,
        [SIGNATURE_HEADER]: writeSignature(secret, now, body),
      },
    })
    request.once('response', (response) => {
      const status = response.statusCode ?? 0
      const note = status >= 200 && status < 300 ? '' : `answered ${status}`
      const pieces: Buffer[] = []
      let bytes = 0
      const settle = () => {
        request.destroy()
        answer({ status, note, text: Buffer.concat(pieces).toString() })
      }
      response.on('data', (piece: Buffer) => {
        bytes += piece.length
        if (bytes > MOST_BYTES) settle()
        else pieces.push(piece)
      })
      response.once('end', settle)
      response.once('error', settle)
    })
    request.once('error', (error: NodeJS.ErrnoException) => {
      const isLate = error.name === 'TimeoutError' || error.name === 'AbortError'
      const note = isLate ? `no answer within ${answerMs / 1000} seconds` : (error.code ?? error.message)
      answer({ status: null, note, text: '' })
    })
    request.end(body)
  })
}
