import type { ImportKind, ImportStatus } from '@novalex/contract'
import { expect } from 'vitest'
import type { TestServer } from './createTestServer.ts'

interface Upload {
  readonly kind?: ImportKind
  readonly fileName?: string
  readonly type?: string | undefined
}

/** Sends a file and waits until it is read. */
export async function upload(
  server: TestServer,
  content: string | Uint8Array,
  { kind = 'products', fileName = 'file.csv', type = kind === 'plan' ? 'application/json' : 'text/csv' }: Upload = {},
): Promise<ImportStatus> {
  const headers = { 'content-type': type, 'x-file-name': encodeURIComponent(fileName) }
  const { status, body } = await server.request('POST', `/api/imports?kind=${kind}`, content, headers)
  expect(status).toBe(202)
  return settle(server, (body as ImportStatus).id)
}

/** Accepts what was read, and waits until it is written. */
export async function accept(server: TestServer, { id }: ImportStatus, rows?: 'good'): Promise<ImportStatus> {
  const { status } = await server.request('POST', `/api/imports/${id}/accept`, rows ? { rows } : undefined)
  expect(status).toBe(202)
  return settle(server, id)
}

/** Both; the file must have no faults. */
export async function bringIn(server: TestServer, kind: ImportKind, content: string): Promise<ImportStatus> {
  const status = await accept(server, await upload(server, content, { kind }))
  expect(status).toMatchObject({ state: 'done' })
  return status
}

/** Waits until nobody works on an import any more. */
export async function settle(server: TestServer, id: string): Promise<ImportStatus> {
  for (;;) {
    const status = (await server.request('GET', `/api/imports/${id}`)).body as ImportStatus
    if (status.state !== 'reading' && status.state !== 'writing') return status
    await new Promise((resolve) => setTimeout(resolve, 20))
  }
}
