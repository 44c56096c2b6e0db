import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, expect, inject, test } from 'vitest'
import { startServer, type RunningServer } from '../../../../scripts/lib/serve.mjs'
import { findFreePort } from '../../../../scripts/lib/system.mjs'
import { createTestServer } from '../../testing/createTestServer.ts'

const ROWS = 20_000

interface Import {
  readonly id: string
  readonly state: string
}

const folders: string[] = []
afterAll(() => {
  for (const folder of folders) rmSync(folder, { recursive: true })
})

/** A server in a process of its own. */
async function start(databaseUrl: string): Promise<RunningServer> {
  const folder = mkdtempSync(join(tmpdir(), 'novalex-process-'))
  folders.push(folder)
  return startServer({
    main: fileURLToPath(new URL('main.mjs', inject('threadFile'))),
    databaseUrl,
    port: await findFreePort(),
    folder,
    settings: { NOVALEX_CHECK_ANSWERS: '1' },
  })
}

/** Ends a server as a power cut would. */
async function kill({ pid, stop }: RunningServer): Promise<void> {
  process.kill(pid, 'SIGKILL')
  await stop()
}

test.concurrent.each([
  ['killed', kill],
  ['stopped', ({ stop }: RunningServer) => stop()],
])(
  'what a process that is %s leaves in the middle, another brings to its end, once',
  { timeout: 240_000 },
  async (_how, end) => {
    const setUp = await createTestServer(inject('databaseUrl'))
    const ask = async (url: string, path: string, init: RequestInit = {}): Promise<unknown> => {
      const headers = { cookie: setUp.cookie, ...(init.headers as Record<string, string> | undefined) }
      const response = await fetch(`${url}/api${path}`, { ...init, headers })
      return response.status === 204 ? null : await response.json()
    }
    const [first, second] = await Promise.all([start(setUp.databaseUrl), start(setUp.databaseUrl)])
    let again: RunningServer | null = null
    try {
      const rows = Array.from({ length: ROWS }, (_none, at) => `BULK-${at};Bulk ${at};1.00;20`)
      const upload = (await ask(first.url, '/imports?kind=products', {
        method: 'POST',
        headers: { 'content-type': 'text/csv', 'x-file-name': 'bulk.csv' },
        body: ['sku;name;regular_price;tax_rate', ...rows].join('\n'),
      })) as Import
      const claims = () => setUp.database('claims').where({ subject: `import ${upload.id}` })
      const stateAt = async (url: string) => ((await ask(url, `/imports/${upload.id}`)) as Import).state
      await expect.poll(() => stateAt(second.url), { timeout: 60_000 }).toBe('ready')
      const readStore = async (url: string) =>
        (await ask(url, '/store')) as { products: number; catalogueRevision: number }
      const before = await readStore(second.url)
      const accepted = (await ask(first.url, `/imports/${upload.id}/accept`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ rows: 'all' }),
      })) as Import
      expect(accepted.state).toBe('writing')
      await expect.poll(() => claims().first('owner'), { timeout: 60_000 }).toBeDefined()
      const { owner } = (await claims().first<{ owner: string }>('owner'))!
      await end(first)
      expect(await stateAt(second.url)).toBe('writing')
      // What was left counts as left once its claim has lapsed, which takes 15 seconds.
      await claims().where({ owner }).update({ until: '2000-01-01' })

      await expect.poll(() => stateAt(second.url), { timeout: 120_000, interval: 500 }).toBe('done')
      const after = await readStore(second.url)
      expect(after.products).toBe(before.products + ROWS)
      expect(after.catalogueRevision).toBe(before.catalogueRevision + 1)
      again = await start(setUp.databaseUrl)
      expect(await stateAt(again.url)).toBe('done')
      expect((await readStore(again.url)).catalogueRevision).toBe(after.catalogueRevision)
      await ask(again.url, `/imports/${upload.id}/undo`, { method: 'POST' })
      expect((await readStore(second.url)).products).toBe(before.products)
    } finally {
      await second.stop()
      await again?.stop()
      await setUp.close()
    }
  },
)
