import { randomBytes } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { AxeBuilder } from '@axe-core/playwright'
import { test as base, expect, type Page } from '@playwright/test'
import { fillWithDemo, startServer, type RunningServer } from '../scripts/lib/serve.mjs'
import { findFreePort } from '../scripts/lib/system.mjs'

/** A Wednesday morning in Vienna, with the demo plan around it. */
export const NOW = '2027-03-10T08:41:00Z'

export interface Novalex {
  readonly url: string
  /** Ends the server, as a power cut would; `start` brings it back on the same port. */
  stop(): Promise<void>
  start(): Promise<void>
}

interface Fixtures {
  readonly novalex: Novalex
}

/** Each journey gets the demo shop fresh, on a server and a database of its own, at a fixed moment. */
export const test = base.extend<Fixtures>({
  // eslint-disable-next-line no-empty-pattern -- the runner reads the pattern to know what a fixture needs
  novalex: async ({}, use) => {
    const url = new URL(process.env.NOVALEX_E2E_DATABASE!)
    url.pathname = `/novalex_e2e_${randomBytes(6).toString('hex')}`
    const folder = mkdtempSync(join(tmpdir(), 'novalex-e2e-'))
    const port = await findFreePort()
    await fillWithDemo({ databaseUrl: url.href, now: NOW })
    const startOne = () => startServer({ databaseUrl: url.href, port, folder, now: NOW })
    let server: RunningServer | null = await startOne()
    await use({
      url: server.url,
      stop: async () => {
        await server?.stop()
        server = null
      },
      start: async () => {
        server = await startOne()
      },
    })
    await server?.stop()
    rmSync(folder, { recursive: true })
  },
  baseURL: async ({ novalex }, use) => {
    await use(novalex.url)
  },
  page: async ({ page }, use) => {
    const faults: string[] = []
    page.on('pageerror', (error) => faults.push(error.message))
    await use(page)
    expect(faults, 'errors thrown in the page').toEqual([])
  },
})

export { expect }

/** Serious findings of axe on the page as it stands. */
export async function findAxeFaults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.target.join(' ')}`))
}

/** Moves the moment bar to a wall-clock time of the store. */
export async function moveTo(page: Page, date: string, time: string): Promise<void> {
  await page.getByRole('button', { name: /^Choose a moment/ }).click()
  await page.getByLabel('Day', { exact: true }).fill(date)
  await page.getByLabel('Time', { exact: true }).fill(time)
  await page.getByRole('button', { name: 'Go there' }).click()
  await page.keyboard.press('Escape')
}

/** Waits until the moment bar says that the last edit is saved. */
export async function expectSaved(page: Page): Promise<void> {
  await expect(page.getByTestId('saving')).toHaveText(/^saved /)
}

/** Brings a product file in, without the screen. */
export async function bringInProducts(page: Page, file: string): Promise<void> {
  const headers = { 'content-type': 'text/csv' }
  const started = await page.request.post('/api/imports', { headers, data: Buffer.from(file) })
  const { id } = (await started.json()) as { id: string }
  const stateOf = async () => ((await (await page.request.get(`/api/imports/${id}`)).json()) as { state: string }).state
  await expect.poll(stateOf).toBe('ready')
  await page.request.post(`/api/imports/${id}/accept`)
  await expect.poll(stateOf).toBe('done')
}
