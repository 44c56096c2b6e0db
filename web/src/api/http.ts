import type { ErrorAnswer, ErrorCode } from '@novalex/contract'
import type { Problem } from '@novalex/core'

/** Why a request has no answer: a registered code of the server's, or `unreachable` where none came at all. */
export class ApiError extends Error {
  readonly code: ErrorCode | 'unreachable'
  readonly problems: readonly Problem[]
  readonly facts: Readonly<Record<string, unknown>>
  readonly requestId: string | null

  constructor(code: ApiError['code'], error?: ErrorAnswer['error']) {
    super(code)
    this.code = code
    this.problems = error?.problems ?? []
    this.facts = error?.facts ?? {}
    this.requestId = error?.requestId ?? null
  }
}

export interface RequestOptions {
  readonly method?: string
  readonly query?: Readonly<Record<string, string | number | boolean | null | undefined>>
  readonly body?: unknown
  readonly headers?: Readonly<Record<string, string>>
  readonly signal?: AbortSignal
}

/** Settles once a request that was refused as signed out may be sent again; null: never. `sentAt`: by `performance.now()`. */
type SignedOut = (sentAt: number) => Promise<void> | null
let waitForSignIn: SignedOut = () => null

/** Registers what decides about requests that are refused as signed out. */
export function onSignedOut(wait: SignedOut): void {
  waitForSignIn = wait
}

/** Asks the server. Throws an `ApiError`; an aborted request throws the signal's reason. */
export async function request<T>(
  path: string,
  { method = 'GET', query = {}, body, headers, signal }: RequestOptions = {},
): Promise<T> {
  const response = await send(path, {
    method,
    query,
    body,
    ...(headers ? { headers } : {}),
    ...(signal ? { signal } : {}),
  })
  // Some answers are nothing but that it is done.
  const content = await response.text()
  return (content === '' ? undefined : JSON.parse(content)) as T
}

/** Asks for an answer that comes line by line, each line whole JSON. */
export async function* requestLines<T>(path: string, options: RequestOptions): AsyncGenerator<T> {
  const response = await send(path, options)
  if (!response.body) throw new ApiError('unreachable')
  let rest = ''
  for await (const piece of response.body.pipeThrough(new TextDecoderStream()) as unknown as AsyncIterable<string>) {
    const lines = (rest + piece).split('\n')
    rest = lines.pop() ?? ''
    for (const line of lines) yield JSON.parse(line)
  }
}

function toApiError(answer: unknown): ApiError {
  const { error } = (answer ?? {}) as Partial<ErrorAnswer>
  return new ApiError((error?.code as ErrorCode | undefined) ?? 'unreachable', error)
}

/** An answer that is no refusal. */
async function send(path: string, options: RequestOptions): Promise<Response> {
  for (;;) {
    const sentAt = performance.now()
    const response = await sendOnce(path, options)
    if (response.ok) return response
    const error = toApiError(await response.json().catch(() => undefined))
    const signedIn = error.code === 'signed-out' ? waitForSignIn(sentAt) : null
    if (!signedIn) throw error
    await signedIn
    options.signal?.throwIfAborted()
  }
}

async function sendOnce(
  path: string,
  { method = 'GET', query = {}, body, headers, signal }: RequestOptions,
): Promise<Response> {
  const isFile = body instanceof Blob
  const type: Record<string, string> = body === undefined || isFile ? {} : { 'content-type': 'application/json' }
  const init: RequestInit = { method, headers: { ...type, ...headers } }
  if (body !== undefined) init.body = isFile ? body : JSON.stringify(body)
  if (signal) init.signal = signal
  try {
    return await fetch(`/api${path}${toSearch(query)}`, init)
  } catch (error) {
    if (signal?.aborted) throw error
    throw new ApiError('unreachable')
  }
}

function toSearch(query: NonNullable<RequestOptions['query']>): string {
  const given = Object.entries(query).filter(([, value]) => value !== undefined && value !== null && value !== '')
  const search = new URLSearchParams(given.map(([key, value]) => [key, String(value)])).toString()
  return search === '' ? '' : `?${search}`
}
