import { execFile } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { seedDemo } from '../scripts/demo/seed.ts'
import { createTestServer, type TestServer } from '../server/src/testing/createTestServer.ts'

/** Runs the commands of the page in order, in one shell's memory, and holds what they answer against what the page shows. */

const PASSWORD = 'three brushes and a jar'
const NOW = Date.parse('2027-03-10T08:41:00Z')
let server: TestServer
const folder = mkdtempSync(join(tmpdir(), 'novalex-connect-'))
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isEmpty: true })
  server.clock.at = NOW
  await seedDemo(server.databaseUrl, NOW, { text: PASSWORD, renews: false })
})
afterAll(async () => {
  await server.close()
  rmSync(folder, { recursive: true })
})

const page = readFileSync(new URL('connect-a-shop.md', import.meta.url), 'utf8')
const blocks = [...page.matchAll(/^```(sh|json)\n([\s\S]*?)^```$/gm)].map(([, kind, text]) => ({ kind, text: text! }))

test('every command answers what the page says', async () => {
  const commands = blocks.filter(({ kind }) => kind === 'sh')
  expect(commands.length).toBeGreaterThan(5)
  const marked = commands.map(({ text }) => `${text}\nprintf '\\n%s\\n' ---`).join('\n')
  const env = { PATH: process.env.PATH!, NOVALEX: server.url, PASSWORD }
  const { stdout } = await promisify(execFile)('bash', ['-euc', marked], { cwd: folder, env })
  const outputs = stdout.split('\n---\n')
  let at = -1
  for (const { kind, text } of blocks) {
    if (kind === 'sh') at++
    else expect(JSON.parse(outputs[at]!), text).toMatchObject(JSON.parse(text) as object)
  }
})

test('a guest pays what the page says', async () => {
  const cart = { lines: [{ sku: 'OIS-8COL', quantity: 2 }], codes: [], delivery: null }
  expect((await server.request('POST', '/api/shop/cart', { cart })).body.grand).toBe(6384)
})
