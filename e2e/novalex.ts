import { randomBytes } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { AxeBuilder } from '@axe-core/playwright'
import type { PersonRole, PromotionDraft } from '@novalex/contract'
import { test as base, expect, type APIRequestContext, type Locator, type Page } from '@playwright/test'
import { createConnection } from 'mysql2/promise'
import { cloneDatabase, createReset } from '../scripts/lib/cloneDatabase.ts'
import { startServer, type RunningServer } from '../scripts/lib/serve.mjs'
import { findFreePort } from '../scripts/lib/system.mjs'

import { FIRST, NOW } from './first.ts'

export { NOW }

export interface Novalex {
  readonly url: string
  readonly databaseUrl: string
  /** Ends the server in order; `start` brings it back on the same port. */
  stop(): Promise<void>
  /** Ends the server as a power cut would. */
  kill(): Promise<void>
  start(): Promise<void>
}

interface House extends Novalex {
  /** Puts the demo shop back as it was at first; the server stays. */
  reset(): Promise<void>
}

interface Fixtures {
  readonly novalex: Novalex
  /** As whom of the demo's people the pages are looked at; null: nobody is signed in. */
  readonly role: PersonRole | null
}

interface WorkerFixtures {
  readonly house: House
}

/** Each journey gets the demo shop fresh, at a fixed moment, on a server that only journeys of the same worker used before. */
export const test = base.extend<Fixtures, WorkerFixtures>({
  house: [
    // eslint-disable-next-line no-empty-pattern -- the runner reads the pattern to know what a fixture needs
    async ({}, use) => {
      const name = `novalex_e2e_${randomBytes(6).toString('hex')}`
      const at = (database: string) => {
        const url = new URL(process.env.NOVALEX_E2E_DATABASE!)
        url.pathname = `/${database}`
        return url.href
      }
      const folder = mkdtempSync(join(tmpdir(), 'novalex-e2e-'))
      const port = await findFreePort()
      await cloneDatabase(at(name), FIRST, name)
      const connection = await createConnection({ uri: at(name), multipleStatements: true })
      let server: RunningServer | null = null
      const start = async () => {
        server ??= await startServer({
          databaseUrl: at(name),
          port,
          folder,
          now: NOW,
          // An answer that is not as the contract says breaks the journey.
          settings: { NOVALEX_CHECK_ANSWERS: '1' },
        })
      }
      await start()
      await use({
        url: `http://127.0.0.1:${port}`,
        databaseUrl: at(name),
        start,
        stop: async () => {
          await server?.stop()
          server = null
        },
        kill: async () => {
          const { pid, stop } = server!
          server = null
          process.kill(pid, 'SIGKILL')
          await stop()
        },
        reset: createReset(connection, name, FIRST),
      })
      await (server as RunningServer | null)?.stop()
      await connection.end()
      rmSync(folder, { recursive: true })
    },
    { scope: 'worker' },
  ],
  novalex: async ({ house }, use) => {
    await house.start()
    await house.reset()
    await use(house)
  },
  role: ['administrator', { option: true }],
  context: async ({ context, novalex, role }, use) => {
    if (role) await signInAs(context.request, novalex, role)
    await use(context)
  },
  request: async ({ context }, use) => {
    await use(context.request)
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

/** Signs in with one click, without the click. */
export async function signInAs(
  request: APIRequestContext,
  { url }: Pick<Novalex, 'url'>,
  role: PersonRole,
): Promise<void> {
  const answer = await request.post(`${url}/api/session/demo`, { data: { email: `${role}@fennmoor.example` } })
  expect(answer.ok()).toBe(true)
}

/** Serious findings of axe on the page as it stands; `rules` narrows what is looked for. */
export async function findAxeFaults(page: Page, rules: readonly string[] = []): Promise<string[]> {
  // Of what passes, axe would work out descriptions for half of its time.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] })
  const { violations } = await (rules.length > 0 ? axe.withRules([...rules]) : axe).analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.target.join(' ')}`))
}

/** Moves the moment bar to a wall-clock time of the store. */
export async function moveTo(page: Page, date: string, time: string): Promise<void> {
  await page.getByRole('button', { name: /, Choose date and time$/ }).click()
  await page.getByLabel('Day', { exact: true }).fill(date)
  await page.getByLabel('Time', { exact: true }).fill(time)
  await page.getByRole('button', { name: 'Apply', exact: true }).click()
  await page.keyboard.press('Escape')
}

/** An option of a select, opened by keyboard. The list closes once its choice is taken; a click that met it still moving is done again. */
export async function choose(page: Page, label: string, name: string | RegExp): Promise<void> {
  const option = page.getByRole('option', { name, exact: true })
  await expect(async () => {
    if (!(await option.isVisible())) await page.getByRole('combobox', { name: label, exact: true }).press('ArrowDown')
    await option.click({ timeout: 5000 })
    await expect(option).toBeHidden({ timeout: 5000 })
  }).toPass()
}

const MOST_TABS = 120

/** Goes on by Tab until something has the focus. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  for (let presses = 0; presses < MOST_TABS; presses++) {
    if (await target.evaluate((element) => element === document.activeElement)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`${target.toString()} is not reached by Tab`)
}

/** Waits until the moment bar says that the last edit is saved. */
export async function expectSaved(page: Page): Promise<void> {
  await expect(page.getByTestId('saving')).toHaveText(/^Saved /)
}

/** Returns a shopper of the demo's club. Only staff read who is in a group. */
export async function findMember(request: APIRequestContext): Promise<{ readonly id: string }> {
  const found = await request.get('/api/shop/shoppers?search=s-00')
  const shoppers = (await found.json()) as { id: string; groups: string[] }[]
  return shoppers.find(({ groups }) => groups.includes('club'))!
}

/** Plans promotions and releases them, whatever findings say. Returns the id of the last. */
export async function release(
  request: APIRequestContext,
  ...changes: readonly Partial<PromotionDraft>[]
): Promise<string> {
  let id = ''
  for (const one of changes) id = await plan(request, one)
  const { planRevision } = (await (await request.get('/api/store')).json()) as { planRevision: number }
  const data = { note: '', planRevision }
  const first = await request.post('/api/releases', { data })
  if (first.status() === 409) {
    // Giving away is below cost, and meant.
    const { error } = (await first.json()) as { error: { facts: { findings: string[] } } }
    for (const finding of error.facts.findings)
      expect((await request.post(`/api/findings/${finding}/set-aside`, { data: { why: 'Meant' } })).ok()).toBe(true)
    expect((await request.post('/api/releases', { data })).ok()).toBe(true)
  } else expect(first.ok()).toBe(true)
  return id
}

/** Plans a promotion that is ready and has begun. Returns its id. */
export async function plan(request: APIRequestContext, changes: Partial<PromotionDraft>): Promise<string> {
  const draft = {
    name: 'A promotion',
    state: 'ready',
    schedule: {},
    code: null,
    when: null,
    stacking: { group: 'club', mode: 'group' },
    limits: {},
    ladder: null,
    campaign: null,
    occasion: null,
    archived: false,
    note: '',
    ...changes,
  }
  const planned = await request.post('/api/promotions', { data: draft })
  expect(planned.ok(), await planned.text()).toBe(true)
  return ((await planned.json()) as { promotion: { id: string } }).promotion.id
}

/** Brings a product file in, without the screen. */
export async function bringInProducts(page: Page, file: string): Promise<void> {
  const headers = { 'content-type': 'text/csv' }
  const started = await page.request.post('/api/imports', { headers, data: Buffer.from(file) })
  const { id } = (await started.json()) as { id: string }
  const stateOf = async () => ((await (await page.request.get(`/api/imports/${id}`)).json()) as { state: string }).state
  await expect.poll(stateOf).toBe('ready')
  const accepted = await page.request.post(`/api/imports/${id}/accept`)
  expect(accepted.ok(), await accepted.text()).toBe(true)
  await expect.poll(stateOf).toBe('done')
}
