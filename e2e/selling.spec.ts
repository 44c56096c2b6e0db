import type { Page } from '@playwright/test'
import { expect, release, signInAs, test } from './novalex.ts'

/** Puts a product into an empty cart and goes to it, delivered by parcel. */
async function fillCart(page: Page, sku: string, units = 1): Promise<void> {
  await page.goto(`/shop/products/${sku}`)
  await page.getByRole('button', { name: 'Add to cart' }).click()
  await page.goto('/shop/cart')
  if (units > 1) {
    await page.getByLabel(/^Quantity of/).fill(String(units))
    await page.getByLabel(/^Quantity of/).press('Enter')
  }
  if ((await page.getByRole('button', { name: /^Place order/ }).count()) > 0) return
  await page.locator('.ways .v-select').first().click()
  await page.getByRole('option', { name: 'parcel', exact: true }).click()
}

async function order(page: Page): Promise<string> {
  await page.getByLabel('Your name').fill('Mara Example')
  await page.getByLabel('Your email').fill('mara@post.example')
  await page.getByRole('button', { name: /^Place order/ }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  const said = await page.getByText(/^Order \S+ placed\./).textContent()
  return /Order (\S+)/.exec(said ?? '')![1]!
}

const EASEL = 'EST-CRANK'

test('codes of a batch: made, handed in at the cart, used, and then no more; cancelled it is open again', async ({
  page,
  request,
}) => {
  const name = 'A code each'
  const mechanic = {
    kind: 'order-discount',
    reach: {},
    tiers: [{ from: 0, value: { amount: 300, per: 'once' } }],
  } as const
  await release(request, { name, code: { batch: true }, mechanic })
  await page.goto('/codes')
  const group = page.locator('section', { has: page.getByRole('link', { name, exact: true }) }).last()
  await group.getByRole('button', { name: 'Generate codes…' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Batch name').fill('Letter')
  await form.getByLabel('Number of codes').fill('1000')
  await form.getByLabel('Prefix', { exact: true }).fill('spring')
  await form.getByLabel('Length after prefix').fill('5')
  await form.getByRole('button', { name: 'Generate codes' }).click()
  await expect(form.getByText(/would be too easy to guess.*Use 7 or more/)).toBeVisible()
  await form.getByLabel('Length after prefix').fill('8')
  await form.getByRole('button', { name: 'Generate codes' }).click()
  await expect(group.getByRole('row', { name: /Letter/ })).toContainText('1,000')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    group.getByRole('link', { name: 'Letter, csv' }).click(),
  ])
  const stream = await download.createReadStream()
  let file = ''
  for await (const piece of stream) file += String(piece)
  const code = file.split('\r\n')[1]!.split(',')[0]!

  await fillCart(page, 'SKB-A4')
  await page.getByLabel('Discount code', { exact: true }).fill(code.toLowerCase())
  await page.getByRole('button', { name: 'Apply' }).click()
  await expect(page.getByText('−€3.00.')).toBeVisible()
  const number = await order(page)

  await fillCart(page, 'SKB-A4')
  await page.getByLabel('Discount code', { exact: true }).fill(code)
  await page.getByRole('button', { name: 'Apply' }).click()
  await expect(
    page.getByText(`Code ${code} isn’t valid. Check the spelling, or whether it has already been used.`),
  ).toBeVisible()

  await page.goto('/codes')
  await page.getByLabel('Look up a code').fill(code)
  await page.getByRole('button', { name: 'Look up' }).click()
  await expect(page.getByText(`Order ${number} redeemed it`)).toBeVisible()
  await page.goto('/orders')
  await page.getByRole('button', { name: number }).click()
  await expect(page.getByText(`code ${code.replaceAll('-', '')}`)).toBeVisible()
  await page.getByRole('button', { name: 'Cancel order…' }).click()
  await page.getByRole('button', { name: 'Cancel order', exact: true }).click()
  await expect(page.getByText(`Order ${number} cancelled.`)).toBeVisible()
  await page.goto('/shop/cart')
  await expect(page.getByText('✓')).toBeVisible()
})

test('early buyers by rungs, and a refill at one left: the price and what is left follow each order', async ({
  page,
  browser,
  novalex,
}) => {
  const desk = await browser.newContext({ baseURL: novalex.url })
  await signInAs(desk.request, novalex, 'administrator')
  const id = await release(desk.request, {
    name: 'Early birds',
    mechanic: { kind: 'markdown', reach: { skus: [EASEL] }, value: { percent: 1000 } },
    stacking: { group: 'sale', mode: 'alone' },
    limits: { units: 3, refills: [{ at: { unitsLeft: 1 }, add: 2 }] },
    ladder: {
      by: 'unitsSold',
      rungs: [
        { at: 0, value: { percent: 4000 } },
        { at: 1, value: { percent: 3000 } },
        { at: 2, value: { percent: 2000 } },
      ],
    },
  })
  const planner = await desk.newPage()
  await planner.goto(`/promotions/${id}`)
  await expect(planner.getByText('No redemptions yet.')).toBeVisible()
  // Each step has its own price; the last two units and the refill share one.
  const lefts = [
    /^1 of 1 left at this price, then €125.61/,
    /^1 of 1 left at this price, then €143.56/,
    /^3 of 3 left at this price, then €179.45/,
  ]
  const prices = ['€107.67', '€125.61', '€143.56']
  for (let buyer = 0; buyer < 3; buyer++) {
    await page.goto(`/shop/products/${EASEL}`)
    await expect(page.getByText(lefts[buyer]!)).toBeVisible()
    await fillCart(page, EASEL)
    await expect(page.getByText(prices[buyer]!).first()).toBeVisible()
    await order(page)
  }
  // The planner's page has followed by itself.
  await expect(planner.getByText('3 redemptions · 3 of 5 units', { exact: false })).toBeVisible()
  await expect(planner.getByRole('combobox', { name: 'Sales so far' })).toContainText('current sales (3)')
  await desk.close()
})

test.describe('a shopper', () => {
  test.use({ role: null })

  test('gets a gift that is added by itself, orders it, and is told when a budget is spent meanwhile', async ({
    page,
    browser,
    novalex,
  }) => {
    const desk = await browser.newContext({ baseURL: novalex.url })
    await signInAs(desk.request, novalex, 'administrator')
    await release(desk.request, {
      name: 'One and one',
      mechanic: {
        kind: 'buy-get',
        buy: { reach: { skus: ['PRI-RED'] }, quantity: 1 },
        get: { sameSku: true, quantity: 1, value: { percent: 10_000 } },
        gift: true,
        repeat: 'every',
      },
    })
    await fillCart(page, 'PRI-RED')
    await expect(page.getByText('Free gift −€10.90')).toBeVisible()
    await order(page)
    await expect(page.getByText('Free gift −€10.90')).toBeVisible()

    await release(desk.request, {
      name: 'While money lasts',
      display: { title: 'Ten off' },
      mechanic: {
        kind: 'order-discount',
        reach: { skus: [EASEL] },
        tiers: [{ from: 0, value: { amount: 1000, per: 'once' } }],
      },
      limits: { budget: 1000, budgetStops: true },
    })
    await fillCart(page, EASEL)
    const off = page.locator('.reduction', { hasText: 'Ten off' })
    await expect(off).toContainText('−€10.00')
    // Another one is faster.
    const other = await (await browser.newContext({ baseURL: novalex.url })).newPage()
    await fillCart(other, EASEL)
    await order(other)
    await page.getByLabel('Your name').fill('Mara')
    await page.getByLabel('Your email').fill('mara@post.example')
    await page.getByRole('button', { name: /^Place order/ }).click()
    await expect(page.getByRole('alert')).toContainText('No longer available: Ten off. The total is now')
    await expect(off).toHaveCount(0)
    await page.getByRole('button', { name: /^Place order/ }).click()
    await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
    await desk.close()
  })

  test('whose answer gets lost asks again, and has one order', async ({ page, novalex }) => {
    await fillCart(page, 'SKB-A4')
    let lost = 0
    await page.route('**/api/shop/orders', async (route) => {
      await route.fetch()
      lost++
      await (lost === 1 ? route.abort() : route.continue())
    })
    await page.getByLabel('Your name').fill('Mara')
    await page.getByLabel('Your email').fill('mara@post.example')
    await page.getByRole('button', { name: /^Place order/ }).click()
    await expect(page.getByRole('alert')).toContainText('Check again: it won’t be placed twice.')
    // The window is opened anew: the key is still there.
    await page.reload()
    await page.getByLabel('Your name').fill('Mara')
    await page.getByLabel('Your email').fill('mara@post.example')
    await page.getByRole('button', { name: /^Place order/ }).click()
    await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
    await signInAs(page.request, novalex, 'administrator')
    const { orders } = (await (await page.request.get('/api/orders?search=mara%40post.example')).json()) as {
      orders: unknown[]
    }
    expect(orders).toHaveLength(1)
  })

  test('gets one code at a page of codes, twice the same, and a coupon from the list', async ({ page, novalex }) => {
    for (let time = 1; time <= 2; time++) {
      await page.goto('/shop/h/thank-you')
      await page.getByLabel('Your email').fill(time === 1 ? 'mara@post.example' : ' Mara@Post.example')
      await page.getByRole('button', { name: 'Send me the code' }).click()
      await expect(page.getByText('your code is on its way')).toBeVisible()
    }
    await page.goto('/shop/discount-codes')
    await page.getByRole('button', { name: 'Use code WELCOME-BACK' }).click()
    await expect(page.getByText('Code WELCOME-BACK added to your cart.')).toBeVisible()
    await signInAs(page.request, novalex, 'administrator')
    const letters = (await (await page.request.get('/api/mailbox')).json()) as { id: string; to: string }[]
    const own = letters.filter(({ to }) => to === 'mara@post.example')
    expect(own).toHaveLength(2)
    const texts = await Promise.all(
      own.map(
        async ({ id }) => ((await (await page.request.get(`/api/mailbox/${id}`)).json()) as { text: string }).text,
      ),
    )
    expect(new Set(texts.map((text) => /THANKS-\S+/.exec(text)?.[0])).size).toBe(1)
  })
})
