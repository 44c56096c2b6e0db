import { createJourneyTest, expect, moveTo } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true, role: null })
const testDesk = createJourneyTest({ hasDemo: true })

test('too many codes that there are not: a wait is told, and the cart goes on without them', async ({ page }) => {
  await page.goto('/shop/products/MRK-TITWHI')
  await page.getByRole('button', { name: 'Add to cart' }).click()
  await page.getByRole('link', { name: 'Cart (1)' }).click()
  const quantity = page.getByRole('spinbutton')
  await quantity.fill('')
  await quantity.press('Tab')
  await expect(quantity).toHaveValue('1')
  for (let at = 1; at <= 5; at++) {
    await page.getByLabel('Discount code', { exact: true }).fill(`guess-${at}`)
    await page.getByRole('button', { name: 'Apply' }).click()
    await expect(page.getByText(`Code guess-${at} isn’t valid`)).toBeVisible()
  }
  await page.getByLabel('Discount code', { exact: true }).fill('guess-6')
  await page.getByRole('button', { name: 'Apply' }).click()
  await expect(page.locator('p[role=alert]')).toHaveText('You can use up to 5 codes. Remove one first.')
  await page.getByRole('button', { name: 'Remove code guess-1' }).click()
  await page.getByRole('button', { name: 'Apply' }).click()
  await expect(page.locator('p[role=alert]').filter({ hasText: 'Too many invalid codes.' })).toBeVisible()
})

testDesk(
  'the shop at another moment, and beforehand under the working plan, for people of the desk',
  async ({ page }) => {
    await page.goto('/shop')
    await page.getByRole('button', { name: 'Brushes' }).click()
    await expect(page.getByRole('button', { name: 'Filbert' })).toBeVisible()
    await page.getByRole('button', { name: 'Filbert' }).click()
    await expect(page.getByText('9 products')).toBeVisible()
    await moveTo(page, '2027-06-10', '12:00')
    await expect(page.getByText('9 products')).toBeVisible()
    await page.getByLabel('Plan', { exact: true }).selectOption('preview of the working plan')
    await expect(page.getByText('Shop preview: prices of the working plan.')).toBeVisible()
    await page.getByRole('link', { name: 'Novalex' }).click()
    await expect(page.getByRole('heading', { name: 'Promotions' })).toBeVisible()
  },
)

test('the list of the shop: by category, by one below it, and by a word', async ({ page }) => {
  await page.goto('/shop')
  await expect(page.getByText('240 products')).toBeVisible()
  const goods = page.locator('.goods li')
  await expect(goods).toHaveCount(24)
  await page.getByRole('button', { name: 'Brushes' }).click()
  await expect(page).toHaveURL(/in=/)
  await page.getByRole('button', { name: 'Filbert' }).click()
  await expect(page.getByText('9 products')).toBeVisible()
  await expect(goods).toHaveCount(9)
  await page.getByRole('button', { name: 'All products' }).click()
  await expect(page.getByText('240 products')).toBeVisible()
  await page.getByLabel('Search the shop').fill('oil set')
  await expect(page.getByRole('link', { name: /Oil set 8 colours/ })).toBeVisible()
  await page.getByLabel('Search the shop').fill('no such goods')
  await expect(page.getByText('No products found.')).toBeVisible()
  await expect(goods).toHaveCount(0)
})

test('a product’s page says its price to programs too, the same as on the screen', async ({ page }) => {
  await page.goto('/shop/products/SHT-A3')
  await expect(page.getByText('€1.06')).toBeVisible()
  const said = () =>
    JSON.parse(document.querySelector('script[type="application/ld+json"]')?.textContent ?? 'null') as unknown
  await expect(() => {
    expect(said()).toMatchObject({
      sku: 'SHT-A3',
      offers: {
        price: '1.06',
        priceCurrency: 'EUR',
        validThrough: '2027-03-31T22:00:00.000Z',
        priceSpecification: [{ price: '1.06' }, { price: '1.25' }],
      },
    })
  }).toPass()
  await page.goto('/shop/products/BRS-2')
  await expect(page.getByText('Club members: €10.11')).toBeVisible()
  await expect(() => {
    expect(said()).toMatchObject({ sku: 'BRS-2', offers: { price: '11.90', priceSpecification: [{ price: '11.90' }] } })
  }).toPass()
})
