import type { EndpointName } from '@novalex/contract'
import { addressOf } from '@novalex/contract'
import { vi } from 'vitest'
import { ApiError } from '@/api/http.ts'

/** A request as a test sees it; who asks has gone when its signal is aborted. */
export interface Asked {
  readonly path: string
  readonly query: Readonly<Record<string, string>>
  readonly body: unknown
  readonly signal: AbortSignal | undefined
}

/** Answers an endpoint; throws an `ApiError` to refuse. */
type Answering = (asked: Asked) => unknown

/** Stands in for the server while a test runs: what is asked without an answer here is not found. Tells what was asked, by endpoint. */
export function stubServer(answers: Readonly<Partial<Record<EndpointName, Answering>>>) {
  const asked: { readonly name: EndpointName; readonly asked: Asked }[] = []
  const known = (Object.keys(answers) as EndpointName[]).map((name) => {
    const { method, path } = addressOf(name)
    return { name, method, pattern: new RegExp(`^/api${path.replaceAll(/:\w+/g, '[^/]+')}$`) }
  })
  vi.stubGlobal('fetch', async (address: string, { method = 'GET', body, signal }: RequestInit) => {
    const url = new URL(address, 'http://shop.test')
    const found = known.find((one) => one.method === method && one.pattern.test(url.pathname))
    if (!found) return refuse(new ApiError('not-found'))
    const question: Asked = {
      path: url.pathname,
      query: Object.fromEntries(url.searchParams),
      body: typeof body === 'string' ? JSON.parse(body) : body,
      signal: signal ?? undefined,
    }
    asked.push({ name: found.name, asked: question })
    try {
      return new Response(JSON.stringify(await answers[found.name]!(question)))
    } catch (thrown) {
      if (thrown instanceof ApiError) return refuse(thrown)
      throw thrown
    }
  })
  return {
    /** Requests to an endpoint, in order. */
    of: (name: EndpointName) => asked.filter((one) => one.name === name).map((one) => one.asked),
  }
}

function refuse({ code, problems }: ApiError): Response {
  if (code === 'unreachable') throw new TypeError('failed to fetch')
  return new Response(JSON.stringify({ error: { code, requestId: 'r1', problems } }), { status: 422 })
}
