import type { StoreAnswer } from '@novalex/contract'
import { createJourneyTest, expect, expectSaved } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

test.beforeEach(async ({ page }) => {
  await page.goto('/promotions/demo-1')
  await expect(page.getByRole('heading', { name: 'Spring paper: 15% off' })).toBeVisible()
})

test('values that can’t be taken say so at their field, and stay there', async ({ page }) => {
  const percent = page.getByLabel('Percent off')
  await percent.fill('120%')
  await expect(page.getByText('Enter a percentage above 0 and up to 100%.').first()).toBeVisible()
  await expect(page.getByTestId('saving')).toHaveText('Not saved: fix the highlighted field')
  await percent.fill('twelve')
  await expect(page.getByText('“twelve” is not a percentage.').first()).toBeVisible()
  await page.getByRole('button', { name: 'Products', exact: true }).click()
  await page.getByRole('button', { name: 'Offer', exact: true }).click()
  await expect(percent).toHaveValue('twelve')
  await percent.fill('12,5 percent')
  await expect(page.getByTestId('sentence')).toContainText('12.5% off')
  await expectSaved(page)

  await page.getByRole('button', { name: 'fixed price' }).click()
  await page.getByLabel('New price of each unit').fill('€ 9.999,00')
  await expect(
    page.getByText(/€9,999\.00 is not below any price: the most expensive product costs €34\.90/).first(),
  ).toBeVisible()
  await page.getByLabel('New price of each unit').fill('0,40')
  await expectSaved(page)
  await expect(page.getByText(/Drawing sheet A4: €0\.45 → €0\.40/)).toBeVisible()
})

test('a sale that ends before it starts is not saved, and undo takes it back', async ({ page }) => {
  await page.getByRole('button', { name: 'Dates', exact: true }).click()
  await page.getByRole('textbox', { name: 'Last day' }).fill('2027-02-27')
  await expect(
    page.getByText(/The end \(end of Sat 27 Feb 2027\) must be after the start \(Mon 1 Mar 2027, 00:00\)/).first(),
  ).toBeVisible()
  await page.getByRole('textbox', { name: 'Last day' }).fill('')
  await expect(page.getByText(/^Enter a date\. Use a format like/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('textbox', { name: 'Last day' })).toHaveValue(/31 Mar/)
  await expect(page.getByText('must be after the start')).toHaveCount(0)
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.getByRole('textbox', { name: 'Last day' })).toHaveValue(/27 Feb/)
  await page.getByRole('textbox', { name: 'Last day' }).fill('2027-04-04')
  await expect(page.getByTestId('sentence')).toContainText('to the end of Sun 4 Apr')
  await expectSaved(page)
})

test('a long name is refused, markup is text, and nothing runs', async ({ page }) => {
  const name = page.getByLabel('Internal name')
  await name.fill('x'.repeat(10_000))
  await expect(page.getByText('Too long. At most 120 characters allowed.').first()).toBeVisible()
  const markup = '<script>document.title="broken"</script><img src=x onerror="document.title=1">'
  await name.fill(markup)
  await expectSaved(page)
  await expect(page.getByRole('heading', { name: markup })).toBeVisible()
  await page.getByRole('link', { name: 'Promotions' }).first().click()
  await expect(page.getByRole('link', { name: markup })).toBeVisible()
  expect(document.title).not.toMatch(/^(broken|1)$/)
})

test('a category that is gone is named at its field', async ({ page }) => {
  const bringIn = (category: string) =>
    page.request.bringIn('products', `sku,name,categories,regular_price,tax_rate\nTMP-1,Thing,${category},1,20\n`)
  await bringIn('Passing')
  await page.reload()
  await page.getByTestId('sentence').getByRole('button', { name: 'Paper' }).click()
  await page.getByRole('combobox', { name: 'Categories (including subcategories)' }).fill('passing')
  const option = page.getByRole('option', { name: /Passing/ })
  await expect(option).toBeVisible()
  // This window does not hear of what happens to the category.
  await bringIn('Paper')
  const { catalogueRevision } = await page.request.ask<StoreAnswer>('GET', '/store')
  await page.request.ask('DELETE', `/categories/passing?revision=${catalogueRevision}`)
  await option.click()
  await expect(page.getByText('Category “passing” no longer exists. Choose another.').first()).toBeVisible()
  await expect(page.getByTestId('saving')).toHaveText('Not saved: fix the highlighted field')
})

test('a product file with faults names row and column, and changes nothing', async ({ page }) => {
  await page.goto('/products')
  await page.getByRole('button', { name: 'Import file…' }).click()
  const choose = async (name: string, content: string) => {
    await page.getByLabel('Choose file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(content) })
  }
  await choose('header.csv', 'sku;title;regular_price\nA;B;1\n')
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('Missing: name, tax_rate.')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Apply columns' })).toBeDisabled()
  await choose('rows.csv', 'sku;name;regular_price;tax_rate\nA;B;1;20\nC;"two\nlines";ten;20\n')
  await expect(dialog.getByRole('row', { name: /3 regular_price “ten” is not an amount/ })).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Import', exact: true })).toHaveCount(0)
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('240 products')).toBeVisible()
})

test('a file with other heads is matched by hand, and asks which day 3/4 is; the next one is read at once', async ({
  page,
}) => {
  await page.goto('/products')
  await page.getByRole('button', { name: 'Import file…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('combobox', { name: 'File type' }).click()
  await page.getByRole('option', { name: 'Price history' }).click()
  const content = 'Our prices\n\nArticle;From;To;Price;Was\nSHT-A3;3/4/2026;5/4/2026;1.10;1.25\n'
  const choose = () =>
    page
      .getByLabel('Choose file')
      .setInputFiles({ name: 'prices.csv', mimeType: 'text/csv', buffer: Buffer.from(content) })
  await choose()
  for (const [head, column] of [
    ['Article', 'sku'],
    ['To', 'until'],
    ['Was', 'regular_price'],
  ] as const) {
    await dialog.getByRole('combobox', { name: `Import as: ${head}` }).click()
    await page.getByRole('option', { name: column, exact: true }).click()
  }
  await dialog.getByRole('button', { name: 'Apply columns' }).click()
  await expect(dialog.getByText('Which date is 3/4/2026?')).toBeVisible()
  await choose()
  await dialog.getByRole('button', { name: 'Fri 3 Apr 2026' }).click()
  await expect(dialog.getByText('new periods')).toBeVisible()
  await dialog.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('Price history imported.')).toBeVisible()
})

test('a date that can’t be read hinders no occasion whose dates are open, and is gone when the form is', async ({
  page,
}) => {
  await page.goto('/occasions')
  await page.getByRole('button', { name: 'New occasion' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Night of drawing')
  await dialog.getByLabel('Dates to be confirmed').uncheck()
  const first = dialog.getByRole('textbox', { name: 'First day' })
  await first.fill('whenever')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText(/“whenever” is not a date/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await expect(dialog).toHaveCount(0)
  await page.getByRole('button', { name: 'New occasion' }).click()
  await expect(first).not.toHaveValue('whenever')
  await dialog.getByLabel('Name').fill('Night of drawing')
  await first.fill('whenever')
  await dialog.getByLabel('Dates to be confirmed').check()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('row', { name: /Night of drawing/ })).toContainText('dates to be confirmed')
})
