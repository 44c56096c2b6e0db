import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser, Page } from '@playwright/test'
import { startServer } from '../scripts/lib/serve.mjs'
import { findFreePort } from '../scripts/lib/system.mjs'
import { expect, expectSaved, findMember, NOW, signInAs, test, type Novalex } from './novalex.ts'

const PASSWORD = 'three brushes and a jar'

/** A window of someone else. */
async function openAs(browser: Browser, novalex: Novalex, role: 'planner' | 'releaser' | 'administrator' | null) {
  const context = await browser.newContext({ baseURL: novalex.url, viewport: { width: 1280, height: 800 } })
  if (role) await signInAs(context.request, novalex, role)
  return context.newPage()
}

async function signIn(page: Page, email: string, password: string): Promise<void> {
  // The page may still put the focus into its first field while the second is filled.
  await expect(async () => {
    await page.getByLabel('Email').fill(email)
    await page.getByLabel('Password').fill(password)
    await expect(page.getByLabel('Email')).toHaveValue(email, { timeout: 1000 })
    await expect(page.getByLabel('Password')).toHaveValue(password, { timeout: 1000 })
  }).toPass()
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
}

test.describe('nobody signed in', () => {
  test.use({ role: null })

  test('the demo signs in with one click, and takes one to where one wanted to go', async ({ page }) => {
    await page.goto('/calendar')
    await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
    await page.getByRole('button', { name: 'Sign in as Rosa Brandt' }).click()
    await expect(page).toHaveURL(/\/calendar$/)
    await page.getByRole('link', { name: 'Rosa Brandt' }).click()
    await expect(page.getByText('You are a reader')).toBeVisible()
    await expect(page.getByRole('link', { name: 'People' })).toHaveCount(0)
    await page.goto('/promotions/demo-1')
    await page.getByLabel('Percent off').fill('20')
    await expect(page.getByTestId('saving')).toHaveText('View only: planners can edit')
    await expect(page.getByTestId('sentence')).toContainText('20% off')
    await page.getByRole('link', { name: 'Rosa Brandt' }).click()
    await page.getByRole('button', { name: 'Sign out', exact: true }).click()
    await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
    await page.goBack()
    await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  })

  test('the shop is anybody’s; who signs in to it pays what the server knows of them, whatever a cart claims', async ({
    page,
    browser,
    novalex,
  }) => {
    await page.goto('/shop')
    await expect(page.getByText('Drawing sheet A4')).toBeVisible()
    await expect(page.getByText('Prices as of')).toHaveCount(0)
    const desk = await openAs(browser, novalex, 'planner')
    const club = await findMember(desk.request)
    await desk.context().close()
    const lines = [{ sku: 'OIS-8COL', quantity: 2 }]
    const price = async (cart: object) => page.request.post('/api/shop/cart', { data: { cart: { lines, codes: [], delivery: null, ...cart } } }) // oxfmt-ignore
    const grandOf = async (cart: object) => ((await (await price(cart)).json()) as { grand: number }).grand
    const guest = await grandOf({})
    const claim = { id: club.id, groups: ['club'], tags: [], orders: 0, spent: 0, bought: [] }
    expect((await price({ shopper: claim })).status()).toBe(422)
    expect((await price({ shopper: club.id })).status()).toBe(403)
    await page.goto('/shop/products/OIS-8COL')
    await page.getByRole('button', { name: 'Add to cart' }).click()
    await page.getByRole('link', { name: 'Cart (1)' }).click()
    await expect(page.getByRole('heading', { name: 'Cart' })).toBeVisible()
    await page.getByRole('spinbutton').fill('2')
    await page.keyboard.press('Tab')
    const total = page.getByTestId('shop-total')
    await expect(total).toHaveText(`€${(guest / 100).toFixed(2)}`)
    await page.getByRole('button', { name: 'Sign in' }).click()
    await page.getByLabel('Name or number').fill(club.id)
    await page.getByRole('button', { name: new RegExp(club.id) }).click()
    await expect(page.getByText(/^Hello, /)).toBeVisible()
    await expect(total).not.toHaveText(`€${(guest / 100).toFixed(2)}`)
    expect(await grandOf({})).toBeLessThan(guest)
    // Whoever comes next finds nothing of theirs.
    await page.getByRole('button', { name: 'Sign out' }).click()
    await expect(page.getByText('Your cart is empty.')).toBeVisible()
  })

  test('the first start without the demo: store and administrator, then nothing is in the way', async ({
    page,
    novalex,
  }) => {
    const folder = mkdtempSync(join(tmpdir(), 'novalex-empty-'))
    const databaseUrl = novalex.databaseUrl.replace(/\/(\w+)$/, '/$1_empty')
    const server = await startServer({
      databaseUrl,
      port: await findFreePort(),
      folder,
      now: NOW,
      settings: { NOVALEX_CHECK_ANSWERS: '1', NOVALEX_DEMO: '' },
    })
    try {
      await page.goto(server.url)
      await expect(page.getByRole('heading', { name: 'Set up your store' })).toBeVisible()
      await page.getByLabel('Store name').fill('Paper & Co')
      await page.getByLabel('Name', { exact: true }).fill('Annika Sund')
      await page.getByLabel('Email').fill('annika@paper.example')
      await page.getByLabel('Password').fill('short')
      await page.getByRole('button', { name: 'Create store' }).click()
      await expect(page.getByText('Use at least 12 characters.')).toBeVisible()
      await page.getByLabel('Password').fill(PASSWORD)
      await page.getByRole('button', { name: 'Create store' }).click()
      await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
      await page.getByRole('link', { name: 'Store', exact: true }).click()
      await expect(page.getByText('No delivery methods yet.')).toBeVisible()
      await page.getByRole('button', { name: 'Add method' }).click()
      await page.getByLabel('Name of method 1').fill('Parcel')
      await page.getByLabel('Add country').fill('at')
      await page.getByLabel('Add country').press('Enter')
      await page.getByLabel('Parcel to AT').fill('4,90')
      await page.getByRole('button', { name: 'Save', exact: true }).click()
      await expect(page.getByText('Delivery prices saved and live.')).toBeVisible()
      await page.getByRole('link', { name: 'Annika Sund' }).click()
      await page.getByRole('button', { name: 'Sign out', exact: true }).click()
      await signIn(page, 'annika@paper.example', PASSWORD)
      await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
      await page.goto(`${server.url}/set-up`)
      await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
      await page.goto(`${server.url}/shop`)
      await expect(page.getByText('No products found.')).toBeVisible()
    } finally {
      await server.stop()
      rmSync(folder, { recursive: true })
    }
  })
})

test('invited, accepted, planned, prepared; another looks through it and makes it', async ({
  page,
  browser,
  novalex,
}) => {
  test.setTimeout(180_000)
  await page.goto('/store')
  await page.getByLabel('Require approval by a second person').check()
  await expect(page.getByText('Second approval is now required.')).toBeVisible()
  await page.goto('/people')
  await page.getByRole('button', { name: 'Invite person…' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Mara Lind')
  await page.getByLabel('Email').fill('planner@fennmoor.example')
  await page.getByRole('button', { name: 'Send invitation' }).click()
  await expect(page.getByText('planner@fennmoor.example is already in use.')).toBeVisible()
  await page.getByLabel('Email').fill('mara@fennmoor.example')
  await page.getByRole('button', { name: 'Send invitation' }).click()
  await expect(page.getByRole('row', { name: /Mara Lind.*invited/ })).toBeVisible()
  await page.getByRole('link', { name: 'Outbox' }).click()
  await page.getByRole('button', { name: /to mara@fennmoor\.example/ }).click()
  const link = (await page.getByRole('link', { name: /\/welcome#/ }).getAttribute('href'))!

  const mara = await openAs(browser, novalex, null)
  await test.step('she accepts, plans and prepares', async () => {
    await mara.goto(link)
    await expect(mara.getByRole('heading', { name: 'Welcome, Mara Lind' })).toBeVisible()
    await mara.getByLabel('Password').fill(PASSWORD)
    await mara.getByRole('button', { name: 'Set password and sign in' }).click()
    await expect(mara.getByRole('heading', { name: 'Today' })).toBeVisible()
    await mara.goto('/promotions/demo-1')
    await mara.getByLabel('Percent off').fill('18')
    await expectSaved(mara)
    await mara.getByRole('link', { name: 'Releases', exact: true }).click()
    await expect(mara.getByText('A releaser approves and publishes your request.')).toBeVisible()
    await mara.getByLabel('Note for this release').fill('A little deeper')
    await mara.getByRole('button', { name: 'Request approval' }).click()
    await expect(mara.getByText('Requested by Mara Lind')).toBeVisible()
    await expect(mara.getByText('You can’t approve your own request.')).toBeVisible()
  })

  const relia = await openAs(browser, novalex, 'releaser')
  await test.step('it is sent back with a word, prepared again, looked through and made', async () => {
    await relia.goto('/releases')
    await expect(relia.getByText('Requested by Mara Lind')).toBeVisible()
    await expect(relia.getByText(/Price changes \(\d+ products\)/)).toBeVisible()
    await relia.getByRole('button', { name: 'Return…' }).click()
    await relia.getByLabel('Changes needed').fill('18 is too deep; 17 will do')
    await relia.getByRole('button', { name: 'Return request' }).click()
    await expect(mara.getByText('18 is too deep; 17 will do')).toBeVisible()
    await mara.goto('/promotions/demo-1')
    await mara.getByLabel('Percent off').fill('17')
    await expectSaved(mara)
    await mara.getByRole('link', { name: 'Releases', exact: true }).click()
    await mara.getByRole('button', { name: 'Request approval' }).click()
    await relia.getByRole('button', { name: 'Approve and publish' }).click()
    // The bar, since a notice that follows another one goes with the first one's time.
    await expect(relia.getByText('release 2 is live', { exact: true })).toBeVisible()
    await expect(relia.getByText('requested by Mara Lind', { exact: true })).toBeVisible()
  })

  await test.step('the log names them', async () => {
    await page.getByRole('link', { name: 'Activity log', exact: true }).click()
    await expect(page.getByRole('row', { name: /Relia Voss published release 2/ })).toBeVisible()
    await expect(page.getByRole('row', { name: /Relia Voss returned a release request/ })).toBeVisible()
    await page.getByRole('combobox', { name: 'Person' }).press('ArrowDown')
    await page.getByRole('option', { name: 'Mara Lind' }).click()
    await expect(page.getByRole('row', { name: /Relia Voss/ })).toHaveCount(0)
    await expect(page.getByRole('row', { name: /Mara Lind edited/ }).first()).toBeVisible()
  })
  await mara.context().close()
  await relia.context().close()
})

test.describe('a planner', () => {
  test.use({ role: 'planner' })

  test('whose session is ended elsewhere while typing loses nothing: signs in, and it goes on', async ({
    page,
    browser,
    novalex,
  }) => {
    await page.goto('/promotions/demo-1')
    await expect(page.getByTestId('sentence')).toBeVisible()
    const admin = await openAs(browser, novalex, 'administrator')
    await admin.goto('/people')
    // What is typed is on its way to the server when the session ends.
    let letGo: () => void
    const isEnded = new Promise<void>((resolve) => {
      letGo = resolve
    })
    await page.route('**/api/promotions/demo-1', async (route) => {
      await isEnded
      await route.continue()
    })
    await page.getByLabel('Internal name').fill('Spring paper, renamed')
    await expect(page.getByTestId('saving')).toHaveText('Saving…')
    await admin
      .getByRole('row', { name: /Paul Eder/ })
      .getByRole('button', { name: 'End sessions' })
      .click()
    await expect(admin.getByText('Paul Eder has been signed out everywhere.')).toBeVisible()
    letGo!()
    const dialog = page.getByRole('dialog', { name: 'Session expired' })
    await expect(dialog).toBeVisible()
    await dialog.getByLabel('Password').fill('not the right one')
    await dialog.getByRole('button', { name: 'Sign in', exact: true }).click()
    await expect(dialog.getByRole('alert')).toContainText('Wrong email or password.')
    await dialog.getByRole('button', { name: 'Sign in as Paul Eder' }).click()
    await expect(dialog).toBeHidden()
    await expectSaved(page)
    await page.reload()
    await expect(page.getByLabel('Internal name')).toHaveValue('Spring paper, renamed')
    await admin.context().close()
  })
})

test('a key is made, shown once, and revoked; a forgotten password is set anew by a link', async ({
  page,
  browser,
  novalex,
}) => {
  await page.goto('/keys')
  await page.getByRole('button', { name: 'Create key…' }).click()
  await page.getByRole('dialog').getByLabel('Name').fill('Web shop')
  await page.getByRole('dialog').getByRole('button', { name: 'Create key' }).click()
  const key = (await page.getByTestId('key').textContent())!
  await page.getByRole('button', { name: 'Close' }).click()
  const guest = await openAs(browser, novalex, null)
  const ask = async () =>
    (await guest.request.get('/api/shop/products', { headers: { authorization: `Bearer ${key}` } })).status()
  expect(await ask()).toBe(200)
  await page
    .getByRole('row', { name: /Web shop/ })
    .getByRole('button', { name: 'Revoke' })
    .click()
  await expect(page.getByText('Key “Web shop” revoked.')).toBeVisible()
  expect(await ask()).toBe(401)
  await guest.goto('/sign-in')
  await guest.getByRole('button', { name: 'Reset password' }).click()
  await guest.getByLabel('Email').fill('planner@fennmoor.example')
  await guest.getByRole('button', { name: 'Send link' }).click()
  await expect(guest.getByText(/a message with a link is on its way/)).toBeVisible()
  await page.goto('/mailbox')
  await page.getByRole('button', { name: /Reset your password/ }).click()
  await guest.goto((await page.getByRole('link', { name: /\/welcome#/ }).getAttribute('href'))!)
  await guest.getByLabel('Password').fill(PASSWORD)
  await guest.getByRole('button', { name: 'Set password and sign in' }).click()
  await expect(guest.getByRole('heading', { name: 'Today' })).toBeVisible()
  await guest.context().close()
})
