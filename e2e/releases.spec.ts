import { setTimeout as wait } from 'node:timers/promises'
import type { APIRequestContext } from '@playwright/test'
import { expect, expectSaved, signInAs, test } from './novalex.ts'

interface Promotion {
  readonly id: string
  readonly name: string
  readonly state: string
  readonly schedule: { readonly end?: string }
}
const askJson = async <T>(request: APIRequestContext, path: string): Promise<T> =>
  (await request.get(`/api${path}`)).json() as Promise<T>
const findLive = async (request: APIRequestContext, id: string) =>
  (await askJson<{ promotions: Promotion[] }>(request, '/plan?plan=live')).promotions.find((one) => one.id === id)!
const SPRING = 'Spring paper: 15% off'

test('one edits while another pauses: the shop follows the pause at once, and nothing that is half edited', async ({
  page,
  browser,
  novalex,
}) => {
  const context = await browser.newContext({ baseURL: novalex.url, viewport: { width: 1280, height: 800 } })
  await signInAs(context.request, novalex, 'releaser')
  const relia = await context.newPage()
  const shopper = await (await browser.newContext({ baseURL: novalex.url })).newPage()
  await shopper.goto('/shop/products/SHT-A3')
  await expect(shopper.getByText('15% off')).toBeVisible()

  await page.goto('/promotions/demo-1')
  await page.getByLabel('Percent off').fill('30')
  await expectSaved(page)

  await relia.goto('/')
  await relia.getByRole('button', { name: `Actions for ${SPRING}` }).click()
  await relia.getByRole('menuitem', { name: 'Pause now…' }).click()
  await expect(relia.getByText('Its unreleased changes stay in the working plan.')).toBeVisible()
  await relia.getByRole('dialog').getByRole('button', { name: 'Pause now' }).click()
  await expect(relia.getByText(`“${SPRING}” is paused in the shop (release 2).`)).toBeVisible()
  await shopper.reload()
  await expect(shopper.getByText('15% off')).toHaveCount(0)

  // What was edited stays, and goes live when it is released, with the state that the pause gave it.
  expect(await findLive(page.request, 'demo-1')).toMatchObject({
    state: 'paused',
    mechanic: { value: { percent: 1500 } },
  })
  await page.reload()
  await expect(page.getByLabel('Percent off')).toHaveValue('30')
  await expect(page.getByRole('region', { name: 'Unreleased changes' })).toContainText('15% off → 30% off')
  await page.getByRole('button', { name: 'Resume' }).click()
  await expectSaved(page)
  await page.getByRole('link', { name: 'Review and release only this' }).click()
  await expect(page.getByText(/^\d+ changes since release 2\. 1 of \d+ changes selected\./)).toBeVisible()
  await expect(page.getByRole('row', { name: new RegExp(SPRING) })).toContainText('paused → ready')
  await page.getByRole('button', { name: 'Publish release 3 with 1 change' }).click()
  await expect(page.getByText('Release 3 is live.')).toBeVisible()
  await shopper.reload()
  await expect(shopper.getByText('30% off')).toBeVisible()
  await context.close()
  await shopper.context().close()
})

test('a power cut while something is paused leaves all of it or nothing', async ({ page, novalex }) => {
  const { promotions } = await askJson<{ promotions: Promotion[] }>(page.request, '/plan?plan=live')
  const running = promotions.filter(({ state }) => state === 'ready').slice(0, 5)
  const count = async () => (await askJson<unknown[]>(page.request, '/releases')).length
  for (const [index, { id }] of running.entries()) {
    const before = await count()
    const data = { note: '', planRevision: 0, atOnce: { act: 'pause', promotion: id } }
    const asking = page.request.post('/api/releases', { data }).then(
      (answer) => answer.status(),
      () => null,
    )
    await wait(index * 12)
    await novalex.kill()
    const status = await asking
    await novalex.start()
    const isMade = (await count()) > before
    if (status === 201) expect(isMade).toBe(true)
    const live = await findLive(page.request, id)
    const { promotion } = await askJson<{ promotion: Promotion }>(page.request, `/promotions/${id}`)
    expect([live.state, promotion.state]).toEqual(isMade ? ['paused', 'paused'] : ['ready', 'ready'])
  }
})
