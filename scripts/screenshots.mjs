import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { runMain, say } from './lib/say.mjs'
import { fillWithDemo, startServer } from './lib/serve.mjs'
import { startDatabase } from './lib/database.mjs'
import { ensureBuild, ensureModules, ensurePrograms, findFreePort, ROOT } from './lib/system.mjs'

const NOW = '2027-03-10T08:41:00Z'
const OUT = join(ROOT, 'docs', 'screenshots')

/** A picture of each main view, from the demo data at a fixed moment. */
const VIEWS = [
  { name: 'today', path: '/today', act: (page) => page.getByText('expects €19.00').first().waitFor() },
  { name: 'findings', path: '/findings', act: (page) => page.getByText('take 54.3% off').first().waitFor() },
  { name: 'promotions', path: '/promotions' },
  { name: 'promotion', path: '/promotions/demo-1' },
  { name: 'offer', path: '/promotions/demo-13' },
  { name: 'calendar', path: '/calendar' },
  { name: 'product', path: '/products/OIS-8COL' },
  {
    name: 'shoppers-read',
    path: '/promotions/demo-12',
    act: async (page) => {
      await page.getByRole('button', { name: 'Shopper text', exact: true }).click()
      await page.getByLabel('Title', { exact: true }).fill('Markers: the more, the cheaper')
      await page.getByLabel('Label next to the price').fill('up to {percent}% off')
      await page.getByText('Shop preview').scrollIntoViewIfNeeded()
      await page.getByRole('row', { name: '20+ 25% off' }).scrollIntoViewIfNeeded()
    },
  },
  {
    name: 'stacking',
    path: '/stacking',
    act: async (page) => {
      await page.getByRole('combobox', { name: 'First' }).fill('Markers: €0.80')
      await page.getByRole('option', { name: /^Markers: €0.80/ }).click()
      await page.getByRole('combobox', { name: 'Second' }).fill('quantity discount')
      await page.getByRole('option', { name: 'Markers: quantity discount' }).click()
      await page.getByText(/^Cart: 5 × /).waitFor()
    },
  },
  {
    name: 'test-carts',
    path: '/promotions/demo-11',
    act: async (page) => {
      await page.getByRole('button', { name: '3 × ' }).click()
      await page.getByRole('button', { name: 'Save test cart…' }).click()
      await page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click()
      await page.getByLabel('Price for all 3').fill('24')
      await page.getByTestId('saving').getByText('Saved').waitFor()
      await page.getByRole('link', { name: 'Test carts' }).click()
      await page.getByText('Live release').first().waitFor()
    },
  },
  { name: 'products', path: '/products' },
  {
    name: 'reprice',
    path: '/reprice',
    act: async (page) => {
      await page.getByLabel('Percent', { exact: true }).fill('25')
      await page.getByText('at price floor').first().waitFor()
      await page.getByText('Calculating…').waitFor({ state: 'hidden' })
    },
  },
  {
    name: 'releases',
    path: '/promotions/demo-1',
    act: async (page) => {
      await page.getByLabel('Percent off').fill('18')
      await page.getByTestId('saving').getByText('Saved').waitFor()
      await page.getByRole('link', { name: 'Releases', exact: true }).click()
      await page.getByText(/^Price changes \(/).waitFor()
      await page.getByText(/^New findings in this release \(/).waitFor()
    },
  },
  { name: 'orders', path: '/orders' },
  { name: 'codes', path: '/codes' },
  { name: 'channels', path: '/channels' },
  { name: 'shop', path: '/shop', as: null },
  { name: 'shop-product', path: '/shop/products/MRK-TITWHI' },
  {
    name: 'shop-order',
    path: '/shop/products/MRK-TITWHI',
    as: null,
    act: async (page) => {
      await page.getByRole('button', { name: 'Add to cart' }).click()
      await page.getByRole('link', { name: 'Cart (1)' }).click()
      // The product's page has a quantity, too.
      await page.getByRole('heading', { name: 'Cart' }).waitFor()
      await page.getByRole('spinbutton').fill('6')
      await page.getByRole('spinbutton').press('Enter')
      await page.getByText(/^Quantity price −/).waitFor()
      await page.locator('.ways .v-select').first().click()
      await page.getByRole('option', { name: 'parcel', exact: true }).click()
      await page.getByLabel('Your name').fill('Mara')
      await page.getByLabel('Your email').fill('mara@post.example')
      await page.getByRole('button', { name: /^Place order/ }).click()
      await page.getByRole('heading', { name: 'Thank you' }).waitFor()
    },
  },
]

async function main() {
  await ensureModules()
  await ensurePrograms(['chromium'], ['chromium'])
  await ensureBuild()
  const { chromium } = await import('@playwright/test')
  const folder = join(ROOT, '.novalex', 'screenshots')
  const database = await startDatabase({ folder, database: 'novalex', fresh: true })
  try {
    await fillWithDemo({ databaseUrl: database.url, now: NOW })
    const server = await startServer({ databaseUrl: database.url, port: await findFreePort(), folder, now: NOW })
    try {
      await takePictures(chromium, server.url)
    } finally {
      await server.stop()
    }
  } finally {
    await database.stop()
  }
}

async function takePictures(chromium, url) {
  mkdirSync(OUT, { recursive: true })
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  try {
    for (const view of VIEWS) await takePicture(browser, url, view)
  } finally {
    await browser.close()
  }
}

async function takePicture(browser, url, { name, path, as = 'administrator', act }) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })
  if (as) await context.request.post(`${url}/api/session/demo`, { data: { email: `${as}@fennmoor.example` } })
  const page = await context.newPage()
  await page.goto(url + path)
  await page.waitForLoadState('networkidle')
  await act?.(page)
  await page.waitForLoadState('networkidle')
  await page.mouse.move(0, 790)
  await page.waitForTimeout(400)
  await page.screenshot({ path: join(OUT, `${name}.png`) })
  await context.close()
  say(`docs/screenshots/${name}.png`)
}

await runMain(main)
