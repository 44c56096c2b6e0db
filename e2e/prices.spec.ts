import type { PromotionDraft } from '@novalex/contract'
import { expect, findMember, release, signInAs, test } from './novalex.ts'

/** What shop and desk show is what is charged: to members, in other channels, and with reductions of a whole order. */

const BRUSH = 'BRS-2'

const off = (title: string, amount: number, group: string): Partial<PromotionDraft> => ({
  name: title,
  display: { title },
  stacking: { group, mode: 'group' },
  mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { amount, per: 'once' } }] },
})

test('a guest reads what members pay; a member sees it, puts it in the cart, and pays it', async ({
  browser,
  novalex,
}) => {
  const shop = await browser.newContext({ baseURL: novalex.url })
  const page = await shop.newPage()
  await page.goto('/shop?search=sable')
  const card = page.getByRole('listitem').filter({ hasText: 'Sable round 2' }).first()
  await expect(card).toContainText('€11.90')
  await expect(card).toContainText('Club members: €10.11')
  const shoppers = (await (await shop.request.get('/api/shop/shoppers?search=s-00')).json()) as { id: string }[]
  const desk = await browser.newContext({ baseURL: novalex.url })
  await signInAs(desk.request, novalex, 'administrator')
  expect(JSON.stringify(shoppers)).not.toContain('club')
  const member = await findMember(desk.request)
  expect((await shop.request.post('/api/shop/session', { data: { shopper: member.id } })).ok()).toBe(true)

  await page.reload()
  await expect(card).toContainText('€10.11')
  await expect(card).not.toContainText('Club members')
  await card.getByRole('link').click()
  await expect(page.getByRole('heading', { name: 'Sable round 2', exact: true })).toBeVisible()
  await expect(page.getByText('15% off')).toBeVisible()
  await page.getByRole('button', { name: 'Add to cart' }).click()
  await page.goto('/shop/cart')
  await expect(page.getByText('−€1.79')).toBeVisible()
  await expect(page.getByTestId('shop-total')).toHaveText('€10.11')
  await shop.close()
  await desk.close()
})

test('an offer of the app is bought by the app’s key; the online store sells at its own price, and staff see both', async ({
  page,
  playwright,
  novalex,
}) => {
  await release(page.request, {
    name: 'App week',
    stacking: { group: 'sale', mode: 'group' },
    when: { test: 'channel', in: ['app'] },
    mechanic: { kind: 'markdown', reach: { skus: [BRUSH] }, value: { price: 1000 } },
  })
  await page.goto('/keys')
  await page.getByRole('button', { name: 'Create key…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('App')
  await dialog.getByLabel(/^orders:/).check()
  await dialog.locator('.v-select').click()
  await page.getByRole('listbox').getByRole('option', { name: 'App', exact: true }).click()
  await dialog.getByRole('button', { name: 'Create key' }).click()
  const key = await page.getByTestId('key').textContent()
  await dialog.getByRole('button', { name: 'Close' }).click()

  const app = await playwright.request.newContext({
    baseURL: novalex.url,
    extraHTTPHeaders: { authorization: `Bearer ${key}` },
  })
  const shown = (await (await app.get(`/api/shop/products/${BRUSH}`)).json()) as { product: { price: number } }
  expect(shown.product.price).toBe(1000)
  const order = {
    cart: { lines: [{ sku: BRUSH, quantity: 1 }], codes: [], delivery: { option: 'collect', country: 'AT' } },
    expected: { grand: 1000, gifts: {} },
    buyer: { email: 'mara@post.example', name: 'Mara' },
  }
  const placed = await app.post('/api/shop/orders', { data: order, headers: { 'idempotency-key': 'app-1' } })
  expect(placed.ok(), await placed.text()).toBe(true)
  await app.dispose()

  await page.goto(`/shop/products/${BRUSH}`)
  await expect(page.getByText('€11.90')).toBeVisible()
  await page.getByRole('banner').getByLabel('Channel').first().selectOption('App')
  await expect(page.getByText('€10.00')).toBeVisible()
  await page.goto('/orders')
  await page.getByRole('textbox', { name: 'Number, shopper, SKU, code or email' }).fill('mara@post.example')
  await expect(page.getByRole('row', { name: /Mara App 1 App week 10\.00$/ })).toBeVisible()
})

test('three reductions of one order are three lines, in cart, order and receipt', async ({ page }) => {
  await release(page.request, off('First', 100, 'club'), off('Second', 150, 'coupon'), off('Third', 50, 'sale'))
  await page.goto('/shop/products/EST-CRANK')
  await page.getByRole('button', { name: 'Add to cart' }).click()
  await page.goto('/shop/cart')
  await expect(page.locator('.reduction')).toHaveText(['First−€1.00', 'Second−€1.50', 'Third−€0.50'])
  await page.locator('.ways .v-select').first().click()
  await page.getByRole('option', { name: 'Collect in store', exact: true }).click()
  const total = await page.getByTestId('shop-total').textContent()
  await page.getByLabel('Your name').fill('Mara')
  await page.getByLabel('Your email').fill('three@post.example')
  await page.getByRole('button', { name: /^Place order/ }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  for (const line of ['First', 'Second', 'Third']) await expect(page.getByText(line, { exact: true })).toBeVisible()

  await page.goto('/orders')
  await page.getByRole('textbox', { name: 'Number, shopper, SKU, code or email' }).fill('three@post.example')
  await page.getByRole('row', { name: /Mara Online store/ }).click()
  const second = page.locator('.entry', { hasText: 'Second' })
  await expect(second).toContainText('−€1.50')
  await page.getByRole('button', { name: 'Show share of each item' }).click()
  await expect(second).toHaveCount(0)
  await expect(page.getByText(total!).first()).toBeVisible()
})
