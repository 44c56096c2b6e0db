import type { Locator } from '@/testing/journey/locator.ts'
import { choose, createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

async function filter(page: Page, column: string, fill: (menu: Locator) => Promise<void>) {
  await page.getByRole('button', { name: `Filter: ${column}` }).click()
  const menu = page.getByRole('dialog', { name: `Filter: ${column}` })
  await fill(menu)
  await page.keyboard.press('Escape')
}

async function showCategory(page: Page, category: string): Promise<void> {
  await page.goto('/products')
  await page.getByRole('combobox', { name: 'Category' }).fill(category)
  await page
    .getByRole('option', { name: new RegExp(`^${category}`) })
    .first()
    .click()
  await expect(page.getByText('240 products')).toBeHidden()
}

const row = (page: Page, name: string | RegExp) => page.getByRole('row', { name })

test('any column filters and sorts; what was found is kept as a set', async ({ page }) => {
  await page.goto('/products')
  await expect(page.getByText('240 products')).toBeVisible()
  await filter(page, 'Stock', async (menu) => {
    await menu.getByLabel('To', { exact: true }).fill('5')
  })
  await filter(page, 'Regular', async (menu) => {
    await menu.getByLabel('From', { exact: true }).fill('20,00')
  })
  await expect(page.getByText('Stock 5 or less')).toBeVisible()
  await expect(page.getByText('Regular €20.00 or more')).toBeVisible()
  await expect(page.getByText('240 products')).toBeHidden()
  await page.getByRole('button', { name: 'Regular', exact: true }).click()
  const readPrices = () => page.locator('td.regular').allInnerTexts().map(Number)
  await expect(() => {
    const prices = readPrices()
    expect(prices.length).toBeGreaterThan(1)
    expect(Math.min(...prices)).toBeGreaterThanOrEqual(20)
    expect(prices).toEqual(prices.toSorted((a, b) => b - a))
  }).toPass()
  const prices = readPrices()
  await page.getByRole('button', { name: 'Save as product set…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Save as product set' })
  await expect(dialog.getByText(/Saved as a list of \d+ products/)).toBeVisible()
  await dialog.getByLabel('Set name').fill('Nearly gone and dear')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Product set “Nearly gone and dear” saved.')).toBeVisible()
  await page.reload()
  await expect(page.getByText('Stock 5 or less')).toBeVisible()
  await page.getByRole('button', { name: /Remove filter: Stock/ }).click()
  await expect(page.getByText('Stock 5 or less')).toBeHidden()
  await filter(page, 'Margin', async (menu) => {
    await menu.getByLabel('To', { exact: true }).fill('-5')
  })
  await expect(page.getByText('Margin −5% or less')).toBeVisible()
  await filter(page, 'Product', async (menu) => {
    await menu.getByLabel('Any of').first().fill('clear')
    const chosen = menu.locator('.v-chip', { hasText: 'clearance' })
    await page.getByRole('option', { name: /^clearance 3 products/ }).click()
    await expect(chosen).toBeVisible()
  })
  await expect(page.getByText(/^Tags: clearance/)).toBeVisible()
  await page.goto('/sets')
  await expect(row(page, /Nearly gone and dear/)).toContainText(String(prices.length))
})

test('half price on a category from the regular price: looked at, put in, undone', async ({ page }) => {
  await showCategory(page, 'Oil')
  await page.getByRole('link', { name: /^Change prices of all \d+…$/ }).click()
  await page.getByLabel('Percent', { exact: true }).fill('50')
  await expect(row(page, /Oil set 8 colours/)).toContainText(/39.90|31.92/)
  await expect(row(page, /Oil set 8 colours/)).toContainText('22.86')
  await expect(row(page, /Oil set 8 colours/)).toContainText('at price floor')
  await page.getByLabel('Internal name').fill('Half price on oil')
  await page.getByRole('button', { name: 'Add to plan' }).click()
  await expect(page.getByTestId('sentence')).toContainText('50% off the regular price of ')
  await expect(page.getByTestId('sentence')).toContainText('Oil')
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(page.getByRole('heading', { name: 'Products' })).toBeVisible()
  await page.goto('/promotions')
  await expect(page.getByRole('row', { name: /Spring paper: 15% off/ })).toBeVisible()
  await expect(page.getByRole('row', { name: /Half price on oil/ })).toHaveCount(0)
})

test('an empty sale price is said, and never read as zero', async ({ page }) => {
  await showCategory(page, 'Markers')
  await page.getByRole('link', { name: /^Change prices of all \d+…$/ }).click()
  await choose(page, 'Based on', 'the current sale price')
  await expect(page.getByText(/^New prices for 0 products; unchanged: \d+ products$/)).toBeVisible()
  await expect(page.getByRole('button', { name: /no current sale price/ })).toBeVisible()
  await expect(row(page, /Brush marker Ivory Black/)).toContainText('no current sale price')
  await expect(page.getByRole('button', { name: 'Add to plan' })).toBeDisabled()
})

test('three bands, with 10.50 and 30.00 on their right sides, rounded to an ending', async ({ page }) => {
  const file = ['sku;name;categories;regular_price;tax_rate']
  for (const price of ['10.49', '10.50', '29.99', '30.00']) file.push(`B-${price};Band ${price};Bands;${price};20`)
  await page.goto('/products')
  await page.getByRole('button', { name: 'Import file…' }).click()
  await page
    .getByLabel('Choose file')
    .setInputFiles({ name: 'bands.csv', mimeType: 'text/csv', buffer: Buffer.from(file.join('\n')) })
  await page.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('244 products')).toBeVisible()
  await page.getByLabel('Search by name or SKU').first().fill('Band ')
  await page.getByRole('link', { name: 'Change prices of all 4…' }).click()
  await page.getByRole('button', { name: 'Add price band' }).click()
  await page.getByRole('button', { name: 'Add price band' }).click()
  const limits = page.getByRole('form', { name: 'Change prices' }).getByLabel('Prices from', { exact: true })
  await limits.nth(1).fill('30')
  await limits.nth(2).fill('10,50')
  await expect(page.getByText(/above the one before/).first()).toBeVisible()
  await limits.nth(1).fill('10,50')
  await limits.nth(2).fill('30')
  const percents = page.getByLabel('Percent', { exact: true })
  await percents.nth(0).fill('50')
  await percents.nth(1).fill('20')
  await percents.nth(2).fill('10')
  await expect(row(page, /Band 10.49/)).toContainText('5.24')
  await expect(row(page, /Band 10.50/)).toContainText('8.40')
  await expect(row(page, /Band 29.99/)).toContainText('23.99')
  await expect(row(page, /Band 30.00/)).toContainText('27.00')
  await choose(page, 'Rounding', 'down')
  await expect(row(page, /Band 10.50/)).toContainText('7.95')
  await expect(row(page, /Band 30.00/)).toContainText('26.95')
  await page.getByRole('button', { name: 'Add to plan' }).click()
  await expect(page.getByTestId('sentence')).toContainText(/prices under €10.50, .* from €10.50 and .* from €30.00/)
})

test('products picked by hand; new regular prices from a day on', async ({ page }) => {
  await page.goto('/products')
  await page.getByLabel('Select Drawing sheet A3').check()
  await page.getByLabel('Select Drawing sheet A2').check()
  await expect(page.getByText('2 products selected')).toBeVisible()
  await page.getByRole('link', { name: 'Change prices of 2 selected…' }).click()
  await page.getByRole('button', { name: 'regular prices' }).click()
  await choose(page, 'Change', 'percent up')
  await expect(row(page, /Drawing sheet A3/)).toContainText('1.38')
  await page.getByRole('button', { name: 'Add to plan' }).click()
  await expect(page.getByTestId('sentence')).toContainText('New regular prices for 2 products')
  await expect(page.getByLabel('Price of Drawing sheet A3')).toHaveValue('1.38')
})

test('a sale whose struck price the history forbids', async ({ page }) => {
  await page.goto('/products')
  await page.getByLabel('Search by name or SKU').first().fill('OIS-8COL')
  await page.getByRole('link', { name: 'Change prices of all 1…' }).click()
  await expect(row(page, /Oil set 8 colours/)).toContainText('no was price allowed')
  await page.goto('/products/OIS-8COL')
  await expect(page.getByText(/^No was price: it sold for €29.92/)).toBeVisible()
})

test('ten bad rows of a hundred: the good ones taken, the others mended and brought in again', async ({ page }) => {
  const rows = Array.from({ length: 100 }, (_, at) => `NEW-${at};New ${at};${at % 10 === 3 ? 'free' : '4.50'};20`)
  const send = async (name: string, buffer: Buffer<ArrayBuffer>) => {
    await page.getByRole('button', { name: 'Import file…' }).click()
    await page.getByLabel('Choose file').setInputFiles({ name, mimeType: 'text/csv', buffer })
  }
  await page.goto('/products')
  await send('new.csv', Buffer.from(['sku;name;regular_price;tax_rate', ...rows].join('\n')))
  const dialog = page.getByRole('dialog', { name: 'Import file' })
  await expect(dialog.getByText('10 errors.')).toBeVisible()
  await expect(dialog.getByRole('row', { name: /^5 regular_price “free” is not an amount/ })).toBeVisible()
  const address = await dialog.getByRole('link', { name: 'CSV', exact: true }).getAttribute('href')
  const rejected = await page.request.read(address!)
  expect(rejected.trim().split('\r\n')).toHaveLength(11)
  await dialog.getByRole('button', { name: 'Import 90 valid rows' }).click()
  await expect(page.getByText('330 products')).toBeVisible()
  await send('mended.csv', Buffer.from(rejected.replaceAll(',free,', ',4.60,')))
  await expect(dialog.getByText('new products', { exact: true })).toBeVisible()
  await dialog.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('340 products')).toBeVisible()
})

test('price rules: more days and a higher margin are kept, felt on the product, and undone', async ({ page }) => {
  await page.goto('/products')
  await page.getByRole('button', { name: 'Edit price rules…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Price rules' })
  await dialog.getByLabel('Days before a reduction that count').fill('none')
  await expect(dialog.getByText(/“none”/)).toBeVisible()
  await dialog.getByLabel('Days before a reduction that count').fill('10')
  await dialog.getByLabel('Minimum margin on unit cost').fill('50')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Price rules saved.')).toBeVisible()
  await page.getByLabel('Search by name or SKU').first().fill('OIS-8COL')
  await page.getByRole('link', { name: 'Oil set 8 colours' }).click()
  await expect(page.getByText(/the lowest price in the 10 days before/)).toBeVisible()
  await expect(page.getByText('Up to 18% off before the price floor applies.')).toBeVisible()
  await expect(page.getByText(/so the discount would be reduced/)).toBeVisible()
  await page.getByLabel('Percent off').fill('18')
  await expect(page.getByText(/Requires a floor of €32.72 or less/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Up to 42% off before the price floor applies.')).toBeVisible()
})

test('a product that was deleted is put back', async ({ page }) => {
  await page.goto('/products')
  await page.getByLabel('Search by name or SKU').first().fill('ACR-MAUVE')
  await page.getByRole('link', { name: 'Acrylic 60 ml Mauve' }).click()
  await page.getByRole('button', { name: 'Delete product' }).click()
  await expect(page.getByText('No matching products.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: 'Acrylic 60 ml Mauve' })).toBeVisible()
})

test('files: every kind goes out as CSV and XLSX, with a template', async ({ page }) => {
  await page.goto('/products')
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  const files = page.getByRole('dialog', { name: 'Export' })
  for (const name of ['Products', 'Prices', 'Stock and sales', 'Price history']) {
    for (const type of ['csv', 'xlsx']) {
      for (const label of [`${name}, ${type}`, `Template: ${name}, ${type}`]) {
        const href = await files.getByRole('link', { name: label, exact: true }).getAttribute('href')
        expect((await page.request.read(href!)).length).toBeGreaterThan(20)
      }
    }
  }
})

test('a product’s page: its price through time, and a sale whose struck price the past forbids', async ({ page }) => {
  await page.goto('/products')
  await page.getByRole('textbox', { name: 'Search by name or SKU' }).fill('oil set 8')
  await page.getByRole('link', { name: 'Oil set 8 colours' }).click()
  await expect(page.getByRole('img', { name: /^Prices of Oil set 8 colours/ })).toBeVisible()
  await expect(page.getByText(/^No was price: it sold for €29.92 on Sat 20 Feb 2027/)).toBeVisible()
  await expect(page.getByRole('row', { name: /^Sun 14 Feb 2027, .* 39.90 29.92 imported/ })).toBeVisible()
  await page.goto('/shop/products/OIS-8COL')
  await expect(page.getByText('€31.92')).toBeVisible()
  await expect(page.getByText('€39.90')).toHaveCount(0)
  await page.goto('/shop/products/SHT-A3')
  await expect(page.locator('s')).toContainText('€1.25')

  await page.goto('/products/OIS-8COL')
  await page.getByRole('button', { name: 'Delete product' }).click()
  await expect(page.getByText('“Oil set 8 colours” deleted.')).toBeVisible()
  await page.goto('/products/SHT-A4')
  await page.getByRole('button', { name: 'Delete product' }).click()
  await expect(page.getByText(/“Drawing sheet A4” is used by .*product set “First desk/)).toBeVisible()
  await page.getByRole('button', { name: 'New promotion for this product' }).click()
  await expect(page.getByTestId('sentence')).toContainText('10% off Drawing sheet A4')
})
