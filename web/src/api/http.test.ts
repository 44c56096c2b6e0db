import { afterEach, describe, expect, test, vi } from 'vitest'
import { ApiError, request, requestLines } from './http.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

/** Answers every request like this; tells what was asked. */
function answer(response: () => Response | Promise<Response>) {
  const asked: [string, RequestInit][] = []
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
    asked.push([url, init])
    return Promise.resolve(response())
  })
  return asked
}
const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status })
const thrownBy = (work: Promise<unknown>) =>
  work.then(
    () => {
      throw new Error('nothing was thrown')
    },
    (thrown: unknown) => thrown,
  )

describe('a request', () => {
  test('leaves out what is not given, and sends a body as JSON', async () => {
    const asked = answer(() => json({ fine: true }))
    const query = { search: 'a b', page: 2, none: null, missing: undefined, blank: '' }
    expect(await request('/things', { method: 'POST', query, body: { one: 1 } })).toEqual({ fine: true })
    const [[url, init]] = asked as [[string, RequestInit]]
    expect(url).toBe('/api/things?search=a+b&page=2')
    expect(init).toMatchObject({ method: 'POST', body: '{"one":1}', headers: { 'content-type': 'application/json' } })
  })
  test('a file goes as it is', async () => {
    const asked = answer(() => new Response(null, { status: 204 }))
    const file = new Blob(['sku;name'])
    expect(await request('/imports', { method: 'POST', body: file, headers: { 'content-type': 'text/csv' } })).toBe(
      undefined,
    )
    expect(asked[0]![1]).toMatchObject({ body: file, headers: { 'content-type': 'text/csv' } })
  })
  test('a refusal keeps its code, its problems and its number', async () => {
    const problems = [{ code: 'too-long', path: 'name', facts: { max: 5 } }]
    answer(() => json({ error: { code: 'invalid-input', requestId: 'r1', problems, facts: { a: 1 } } }, 422))
    const thrown = await thrownBy(request('/things'))
    expect(thrown).toBeInstanceOf(ApiError)
    expect(thrown).toMatchObject({ code: 'invalid-input', requestId: 'r1', problems, facts: { a: 1 } })
  })
  test('what is no answer of the server’s counts as none', async () => {
    answer(() => new Response('<h1>Bad gateway</h1>', { status: 502 }))
    expect(await thrownBy(request('/things'))).toMatchObject({ code: 'unreachable', requestId: null })
  })
  test('no answer at all', async () => {
    answer(() => Promise.reject(new TypeError('failed to fetch')))
    expect(await thrownBy(request('/things'))).toMatchObject({ code: 'unreachable' })
  })
  test('one that was called off is no error of the server’s', async () => {
    const leaving = new AbortController()
    answer(() => {
      leaving.abort()
      return Promise.reject(new DOMException('gone', 'AbortError'))
    })
    const thrown = await thrownBy(request('/things', { signal: leaving.signal }))
    expect(thrown).not.toBeInstanceOf(ApiError)
    expect(thrown).toMatchObject({ name: 'AbortError' })
  })
})

describe('an answer line by line', () => {
  async function collect(pieces: Uint8Array[]): Promise<unknown[]> {
    answer(() => {
      const body = new ReadableStream<Uint8Array>({
        start(controller) {
          for (const piece of pieces) controller.enqueue(piece)
          controller.close()
        },
      })
      return new Response(body)
    })
    const lines: unknown[] = []
    for await (const line of requestLines('/lines', {})) lines.push(line)
    return lines
  }
  const bytes = new TextEncoder().encode('{"a":1}\n{"name":"März €"}\n{"last":true}\n')

  test('wherever the pieces are cut, in the middle of a character too', async () => {
    const whole = [{ a: 1 }, { name: 'März €' }, { last: true }]
    expect(await collect([bytes])).toEqual(whole)
    for (let cut = 1; cut < bytes.length; cut++)
      expect(await collect([bytes.slice(0, cut), bytes.slice(cut)]), `cut at ${cut}`).toEqual(whole)
    expect(await collect([...bytes].map((byte) => Uint8Array.of(byte)))).toEqual(whole)
  })
  test('a line that was not finished is not taken', async () => {
    expect(await collect([bytes.slice(0, -3)])).toEqual([{ a: 1 }, { name: 'März €' }])
  })
  test('a refusal comes before any line', async () => {
    answer(() => json({ error: { code: 'invalid-input', requestId: 'r1' } }, 422))
    const thrown = await thrownBy(requestLines('/lines', {}).next())
    expect(thrown).toMatchObject({ code: 'invalid-input' })
  })
})
