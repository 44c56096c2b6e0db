import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { signInToDemo, startServer } from '../scripts/lib/serve.mjs'
import { findFreePort } from '../scripts/lib/system.mjs'
import { expect, NOW, test } from './novalex.ts'

const ROWS = 20_000

interface Import {
  readonly id: string
  readonly state: string
}

/** Signed in at one process, which is enough for all. */
let session: { readonly cookie: string }

async function ask(url: string, path: string, init: RequestInit = {}): Promise<unknown> {
  const headers = { ...session, ...(init.headers as Record<string, string> | undefined) }
  const response = await fetch(`${url}/api${path}`, { ...init, headers })
  return response.status === 204 ? null : await response.json()
}

for (const end of ['kill', 'stop'] as const)
  test(`two processes on one database: what one leaves in the middle (${end}), the other brings to its end, once`, async ({
    novalex,
  }) => {
    test.setTimeout(240_000)
    const folder = mkdtempSync(join(tmpdir(), 'novalex-second-'))
    const second = await startServer({
      databaseUrl: novalex.databaseUrl,
      port: await findFreePort(),
      folder,
      now: NOW,
      settings: { NOVALEX_CHECK_ANSWERS: '1' },
    })
    try {
      session = await signInToDemo(novalex.url, 'planner')
      const rows = Array.from({ length: ROWS }, (_none, at) => `BULK-${at};Bulk ${at};1.00;20`)
      const upload = (await ask(novalex.url, '/imports?kind=products', {
        method: 'POST',
        headers: { 'content-type': 'text/csv', 'x-file-name': 'bulk.csv' },
        body: ['sku;name;regular_price;tax_rate', ...rows].join('\n'),
      })) as Import
      const stateAt = async (url: string) => ((await ask(url, `/imports/${upload.id}`)) as Import).state
      await expect.poll(() => stateAt(second.url), { timeout: 60_000 }).toBe('ready')
      const before = (await ask(second.url, '/store')) as { products: number; catalogueRevision: number }
      const accepted = (await ask(novalex.url, `/imports/${upload.id}/accept`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ rows: 'all' }),
      })) as Import
      expect(accepted.state).toBe('writing')
      await novalex[end]()
      expect(await stateAt(second.url)).toBe('writing')

      await expect.poll(() => stateAt(second.url), { timeout: 120_000, intervals: [500] }).toBe('done')
      const after = (await ask(second.url, '/store')) as typeof before
      expect(after.products).toBe(before.products + ROWS)
      expect(after.catalogueRevision).toBe(before.catalogueRevision + 1)
      await novalex.start()
      expect(await stateAt(novalex.url)).toBe('done')
      expect(((await ask(novalex.url, '/store')) as typeof before).catalogueRevision).toBe(after.catalogueRevision)
      await ask(novalex.url, `/imports/${upload.id}/undo`, { method: 'POST' })
      expect(((await ask(second.url, '/store')) as typeof before).products).toBe(before.products)
    } finally {
      await second.stop()
      rmSync(folder, { recursive: true })
    }
  })
