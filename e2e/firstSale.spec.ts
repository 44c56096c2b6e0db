import { expect, expectSaved, moveTo, test } from './novalex.ts'

const FILE = [
  'sku;name;categories;regular_price;unit_cost;tax_rate;stock',
  'INK-RED;"Ink, red";Inks > Bottles;12,50;4,00;20;30',
  'INK-BLU;Ink, blue;Inks > Bottles;8,00;3,00;20;',
  'NIB-1;Steel nib;Nibs;1,20;0,30;20;500',
].join('\r\n')

test('bring in products, plan a sale, prove it, release it, see it in the shop', async ({ page }) => {
  await test.step('a product file comes in after a look', async () => {
    await page.goto('/products')
    await expect(page.getByText('240 products')).toBeVisible()
    await page.getByRole('button', { name: 'Import file…' }).click()
    const file = { name: 'inks.csv', mimeType: 'text/csv', buffer: Buffer.from(`\uFEFF${FILE}`) }
    await page.getByLabel('Choose file').setInputFiles(file)
    const dialog = page.getByRole('dialog')
    await expect(dialog.getByText('Inks · Inks > Bottles · Nibs')).toBeVisible()
    await dialog.getByRole('button', { name: 'Import' }).click()
    await expect(page.getByText('243 products')).toBeVisible()
  })

  await test.step('a percentage sale on the new category', async () => {
    await page.goto('/promotions')
    await page.getByRole('button', { name: 'New promotion' }).click()
    await page.getByRole('button', { name: /^Markdown/ }).click()
    // On what is the first question; all products are a choice that one makes.
    await expect(page.getByRole('button', { name: 'Create' })).toBeDisabled()
    const categories = page.getByRole('combobox', { name: 'Categories (including subcategories)' })
    await categories.fill('bottles')
    await page.getByRole('option', { name: /Inks › Bottles/ }).click()
    await expect(page.getByRole('dialog').getByText('2 products', { exact: true })).toBeVisible()
    // By key: the list of the field may lie over it.
    await expect(page.getByRole('button', { name: 'Create' })).toBeEnabled()
    await page.getByRole('button', { name: 'Create' }).press('Enter')
    await expect(page.getByTestId('sentence')).toContainText('20% off the regular price of Inks › Bottles')
    await page.getByLabel('Percent off').fill('20%')
    await page.getByRole('button', { name: 'Dates', exact: true }).click()
    await page.getByRole('textbox', { name: 'First day' }).fill('2027-03-27')
    await page.getByRole('textbox', { name: 'Last day' }).fill('2027-03-28')
    await expect(
      page.getByText(/Ends Sun 28 Mar 2027, 23:59:59. Regular price from Mon 29 Mar 2027, 00:00 \(Vienna time\)/),
    ).toBeVisible()
    await page.getByLabel('Internal name').fill('Ink weekend')
    await page.getByRole('button', { name: 'Mark ready' }).click()
    await expectSaved(page)
    await expect(page.getByTestId('sentence')).toHaveText(
      /^20% off the regular price of Inks › Bottles, for everyone, from Sat 27 Mar to the end of Sun 28 Mar\./,
    )
  })

  await test.step('the till proves it, over the night on which the clocks change', async () => {
    const receipt = page.getByTestId('receipt')
    await expect(page.getByText('Priced as of Sat 27 Mar, 00:00, when the promotion runs.')).toBeVisible()
    await moveTo(page, '2027-03-28', '12:00')
    await page.getByRole('button', { name: 'Clear cart' }).click()
    await page.getByRole('combobox', { name: 'Add a product' }).fill('ink red')
    await page.getByRole('option', { name: /Ink, red/ }).click()
    await receipt.getByLabel('Quantity of Ink, red').fill('3')
    await expect(receipt.getByRole('status')).toHaveText('€30.00')
    await expect(receipt).toContainText('−€7.50')
    const edges = page.getByRole('row', { name: /Sun 28 Mar, 23:59:59/ })
    await expect(edges).toContainText('10.00')
    await expect(page.getByRole('row', { name: /Mon 29 Mar, 00:00/ })).toContainText('12.50')
    await page.getByRole('button', { name: 'Mon 29 Mar, 00:00' }).click()
    await expect(receipt.getByRole('status')).toHaveText('€37.50')
  })

  await test.step('the working plan knows, the shop does not yet', async () => {
    await page.getByRole('link', { name: 'Products' }).click()
    await moveTo(page, '2027-03-28', '12:00')
    await page.getByRole('textbox', { name: 'Search by name or SKU' }).fill('INK-RED')
    await expect(page.getByRole('row', { name: /Ink, red/ })).toContainText('10.00')
    await page.getByRole('link', { name: 'Shop', exact: true }).click()
    await page.getByRole('searchbox', { name: 'Search the shop' }).fill('ink red')
    const item = page.getByRole('listitem').filter({ hasText: 'Ink, red' })
    await expect(item).toContainText('€12.50')
    await expect(item).not.toContainText('% off')
    await page.getByLabel('Plan', { exact: true }).selectOption('preview of the working plan')
    await expect(page.getByRole('status').filter({ hasText: 'Shop preview' })).toBeVisible()
    await expect(item).toContainText('€10.00')
    await page.getByLabel('Plan', { exact: true }).selectOption('as shoppers see it')
    await expect(item).toContainText('€12.50')
    await page.getByRole('link', { name: 'Novalex' }).click()
  })

  await test.step('the release shows every price that moves', async () => {
    await page.getByRole('link', { name: 'Releases', exact: true }).click()
    await expect(page.getByRole('row', { name: /Added Ink weekend/ })).toBeVisible()
    await expect(page.getByText('Price changes (2 products)')).toBeVisible()
    await expect(page.getByRole('row', { name: /INK-RED Sat 27 Mar, 00:00 – end of Sun 28 Mar/ })).toContainText(
      '12.50',
    )
    await page.getByLabel('Note for this release').fill('Ink weekend')
    await page.getByRole('button', { name: 'Publish release 2' }).click()
    await expect(page.getByText('Release 2 is live.')).toBeVisible()
    await expect(page.getByText('No changes compared with the live release.')).toBeVisible()
  })

  await test.step('the shop crosses out the price at that moment, and not after the end', async () => {
    await page.getByRole('link', { name: 'Shop', exact: true }).click()
    await page.getByRole('searchbox', { name: 'Search the shop' }).fill('ink red')
    await page.getByRole('link', { name: /Ink, red/ }).click()
    await expect(page.getByRole('heading', { name: 'Ink, red' })).toBeVisible()
    await expect(page.locator('s')).toHaveText(/€12\.50/)
    await expect(page.getByText('€10.00')).toBeVisible()
    await expect(page.getByText('Until 23:59 on Sun 28 Mar (Vienna time)')).toBeVisible()
    await moveTo(page, '2027-03-29', '00:00')
    await expect(page.locator('s')).toHaveCount(0)
    await expect(page.getByText('€12.50')).toBeVisible()
    await page.getByRole('button', { name: 'Back to now' }).click()
    await expect(page.getByText('€12.50')).toBeVisible()
    await page.getByRole('link', { name: 'Novalex' }).click()
  })

  await test.step('the release before can be taken up again', async () => {
    await page.getByRole('link', { name: 'Releases', exact: true }).click()
    await page.getByRole('button', { name: 'Restore…' }).click()
    await expect(page.getByRole('row', { name: /Removed Ink weekend/ })).toBeVisible()
    await page.getByRole('button', { name: 'Publish release 3' }).click()
    await expect(page.getByText('Release 3 is live.')).toBeVisible()
    await expect(page.getByText('restores release 1')).toBeVisible()
    await expect(page.getByRole('row', { name: /Added Ink weekend/ })).toBeVisible()
  })
})
