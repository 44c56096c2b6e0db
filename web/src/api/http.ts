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

interface Request {
  readonly method?: string
  readonly query?: Readonly<Record<string, string | number | boolean | null | undefined>>
  readonly body?: unknown
  readonly headers?: Readonly<Record<string, string>>
  readonly signal?: AbortSignal
}

/** Asks the server. Throws an `ApiError`; an aborted request throws the signal's reason. */
export async function request<T>(
  path: string,
  { method = 'GET', query = {}, body, headers, signal }: Request = {},
): Promise<T> {
  const isFile = body instanceof Blob
  const type: Record<string, string> = body === undefined || isFile ? {} : { 'content-type': 'application/json' }
  const init: RequestInit = { method, headers: { ...type, ...headers } }
  if (body !== undefined) init.body = isFile ? body : JSON.stringify(body)
  if (signal) init.signal = signal
  let response: Response
  try {
    response = await fetch(`/api${path}${toSearch(query)}`, init)
  } catch (error) {
    if (signal?.aborted) throw error
    throw new ApiError('unreachable')
  }
  if (response.status === 204) return undefined as T
  const answer: unknown = await response.json().catch(() => undefined)
  if (response.ok) return answer as T
  const { error } = (answer ?? {}) as Partial<ErrorAnswer>
  throw new ApiError((error?.code as ErrorCode | undefined) ?? 'unreachable', error)
}

function toSearch(query: NonNullable<Request['query']>): string {
  const given = Object.entries(query).filter(([, value]) => value !== undefined && value !== null && value !== '')
  const search = new URLSearchParams(given.map(([key, value]) => [key, String(value)])).toString()
  return search === '' ? '' : `?${search}`
}
