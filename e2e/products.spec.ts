import { expect, test } from './novalex.ts'

test('a product added and changed by hand; of two windows the one that saw an older catalogue is refused', async ({
  page,
  context,
}) => {
  await page.goto('/products')
  await page.getByRole('button', { name: 'New product' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name', { exact: true }).fill('Table easel, small')
  await form.getByLabel('SKU').fill('DRY-1')
  await form.getByLabel('Regular price').fill('24,90')
  await expect(form.getByRole('button', { name: 'Save' })).toBeDisabled()
  await form.getByLabel('Tax rate').fill('20')
  await form.getByLabel('Unit cost').fill('eleven')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText(/“eleven” is not an amount/)).toBeVisible()
  await form.getByLabel('Unit cost').fill('11')
  const taken = await context.newPage()
  await taken.goto('/products')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Table easel, small' })).toBeVisible()
  await expect(taken.getByText('241 products')).toBeVisible()

  await taken.goto('/products/DRY-1')
  const openForm = async (window: typeof page) => {
    await window.getByRole('button', { name: 'Edit' }).click()
    const price = window.getByRole('dialog').getByLabel('Regular price')
    await expect(price).toHaveValue('24.90')
    return price
  }
  await (await openForm(taken)).fill('19.90')
  await (await openForm(page)).fill('29.90')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await taken.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(taken.getByRole('dialog').getByText(/Someone else has edited this/)).toBeVisible()
  await taken.keyboard.press('Escape')
  await expect(taken.getByRole('definition').filter({ hasText: '29.90' }).first()).toBeVisible()
  await taken.goto('/log')
  await expect(taken.getByText('edited product').first()).toBeVisible()
})
