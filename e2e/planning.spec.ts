import { expect, expectSaved, tabTo, test } from './novalex.ts'
import { add, expectTotal, open, REACH } from './till.ts'

test('`closes`: the rank decides whether anything comes after it, and the price follows', async ({ page }) => {
  const rule = { kind: 'item-discount' as const, reach: REACH }
  await open(
    page,
    { ...rule, value: { percent: 1000 } },
    { name: 'Ends it', stacking: { group: 'club', mode: 'closes' } },
  )
  await open(page, { ...rule, value: { amount: 100, per: 'unit' } }, { name: 'One off' })
  await add(page, 'Ten', 1)
  await expectTotal(page, '9.00')
  await page.goto('/promotions')
  const rank = page.getByRole('button', { name: /^Rank of One off/ })
  // Only the rows in sight are drawn.
  const toEnd = async () => {
    await expect(page.getByText('43 promotions', { exact: true })).toBeVisible()
    await expect(async () => {
      await page.keyboard.press('End')
      await expect(rank).toBeVisible({ timeout: 1000 })
    }).toPass()
  }
  await toEnd()
  await page.getByRole('row', { name: /One off/ }).dragTo(page.getByRole('row', { name: /Ends it/ }))
  await expect(page.getByText('“One off” moved to rank 42.')).toBeVisible()
  // The row has moved to its new place.
  await expect(page.getByRole('button', { name: 'Rank of One off: 42' })).toBeVisible()
  await page.getByRole('link', { name: 'One off' }).click()
  await add(page, 'Ten', 1)
  await expectTotal(page, '8.10')
  await page.goto('/promotions')
  await toEnd()
  await rank.focus()
  await page.keyboard.press('Alt+ArrowDown')
  await expect(page.getByText('“One off” moved to rank 43.')).toBeVisible()
  await page.getByRole('link', { name: 'Stacking' }).click()
  await page.getByRole('combobox', { name: 'Product' }).fill('Ten')
  await page.getByRole('option', { name: /^Ten\b/ }).click()
  await expect(page.getByRole('row', { name: /43 One off .* exclude/ })).toBeVisible()
})

test('by keyboard alone: a bundle price is planned, proved in the till, and compared', async ({ page }) => {
  const goTo = async (name: string, role: 'button' | 'textbox' | 'combobox' = 'button') => {
    const target = page.getByRole(role, { name, exact: true }).first()
    await expect(target).toBeVisible()
    await tabTo(page, target)
  }
  await page.goto('/promotions')
  await expect(page.getByText('41 promotions', { exact: true })).toBeVisible()
  await goTo('New promotion')
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog')
  await expect(dialog).toBeVisible()
  const kind = dialog.getByRole('button', { name: /^bundle price/i })
  await tabTo(page, kind)
  await page.keyboard.press('Enter')
  const everything = dialog.getByRole('button', { name: /^Select all products/ })
  await expect(everything).toBeEnabled()
  await tabTo(page, everything)
  await page.keyboard.press('Enter')
  await goTo('Price for all 3', 'textbox')
  await page.keyboard.press('Control+a')
  await page.keyboard.type('8,00')
  await expect(page.getByTestId('sentence')).toContainText('Any 3 items for €8.00')
  await expectSaved(page)
  await goTo('Clear cart')
  await page.keyboard.press('Enter')
  await goTo('Add a product', 'combobox')
  await page.keyboard.type('MRK-TITWHI')
  await expect(page.getByRole('option', { name: /^Brush marker Titanium White/ })).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  const quantity = page.getByTestId('receipt').getByLabel('Quantity of Brush marker Titanium White')
  await expect(quantity).toBeVisible()
  await tabTo(page, quantity)
  await page.keyboard.press('Control+a')
  await page.keyboard.type('3')
  await expectTotal(page, '8.00')
  await goTo('Compare before and after')
  await page.keyboard.press('Enter')
  await expect(page.getByText('as opened', { exact: true })).toBeVisible()
  await expect(page.getByText('with your edits', { exact: true })).toBeVisible()
})
