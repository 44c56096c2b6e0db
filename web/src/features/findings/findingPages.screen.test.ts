import { createJourneyTest, expect, expectSaved, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

/** Until the plan has been checked as it is now. */
async function waitUntilChecked(page: Page): Promise<void> {
  await expect(page.getByText(/^Checked /)).toBeVisible()
}

const finding = (page: Page, text: string | RegExp) => page.locator('article', { hasText: text })

test('the worst stack: found, kept as a test cart, shown at the till, mended, and gone', async ({ page }) => {
  await page.goto('/findings')
  await waitUntilChecked(page)
  const stack = finding(page, 'Clay, 40 % before the new pack sizes and Clay friends, 25 % together take 54.3 % off')
  await expect(stack).toContainText('6.90 € → 3.15 €')
  await expect(stack.getByText('To pay')).toBeVisible()
  await stack.getByRole('button', { name: 'Keep as a test cart' }).click()
  await expect(page.getByText('It is a test cart now.')).toBeVisible()
  await stack.getByRole('button', { name: 'Into the till' }).click()
  await expect(page.getByTestId('receipt')).toContainText('3.15')
  await expect(page.getByText('This cart is the deepest stack: 54.3 % off')).toBeVisible()
  await page.goto('/promotions/demo-28')
  await page.getByLabel('Percent off').fill('10')
  await expectSaved(page)
  await page.getByRole('link', { name: /^Findings/ }).click()
  await waitUntilChecked(page)
  await expect(stack).toHaveCount(0)
  await page.getByRole('link', { name: 'Test carts', exact: true }).click()
  await expect(page.getByText(/^Clay, 40 % before the new pack sizes and Clay friends/)).toBeVisible()
})

test('what each kind says: the demo’s mistakes, one sentence each', async ({ page }) => {
  await page.goto('/findings')
  await waitUntilChecked(page)
  const more = page.getByRole('button', { name: /^\d+ more$/ })
  while (more.count() > 0) await more.click()
  for (const sentence of [
    'The test cart “Three brushes” must come to 19.00 € and comes to 19.20 €.',
    'Starts Thu 11 Mar, 00:00, not released: “Modelling tools, two at 10 % less”.',
    /Studio days: small treats, 20 % starts.*What shoppers read promises more/,
    'Colouring books, 8 % has run for',
    'Welcome back, 10 % lasts 100 days; the store wants 90 at most.',
    /Ink days ends .*“Ink days, until Sunday”/,
    'Sketchbooks at one price: for 2 of 4 products the floor keeps part of the reduction',
    'Three finger paints for 15.00 costs 15.00 €; its dearest items come to 14.70 € without it.',
    'Block inks, exactly three asks for exactly 3: with 4 in the cart it is lost.',
    'Two for the press, one at 30 %: what counts and what is reduced overlap only in part',
    'Twenty sheets, one more on us gives nothing',
    'Carving tools, early buyers has a rung from 25 sold; only 20 items are on offer.',
    'Canvases by the dozen: its tier from 12 saves no more than the one before it.',
    'Guests who came before, 8 % applies to none of the orders made for it',
    'The code CLAY of Clay friends, 25 % is short or a plain word',
    /The code CLAY opens both Clay friends, 25 % and Clay evenings, 12 %/,
    'The code CLAY of Clay friends, 25 % is not listed, but stands in a text',
    'Workshop cards, 10.00 off from 40.00 has 3 codes left of 40.',
    'The dates of Town fair are still open',
    'Plaster, 3 % takes only 3 % off',
    'Everybody reads of Welcome back, 10 %, but guests do not get it',
    /Markers by the handful keeps Welcome back, 10 % away/,
  ])
    await expect(finding(page, sentence).first()).toBeVisible()
  await expect(finding(page, 'Sketchbooks at one price').getByRole('img')).toBeVisible()
})

test('a release that would bring what is grave is held back, set aside with a reason, and made', async ({ page }) => {
  await page.goto('/promotions/demo-12')
  await page.getByLabel('Percent off').nth(1).fill('14')
  await expectSaved(page)
  await page.getByRole('link', { name: 'Releases', exact: true }).click()
  await expect(page.getByText(/1 finding of weight “stop” must be mended/)).toBeVisible()
  await page.getByRole('button', { name: /^Make release/ }).click()
  await expect(page.getByText('hold this release back')).toBeVisible()
  const broken = finding(page, 'The test cart “Ten markers” must come to')
  await broken.getByRole('button', { name: 'Set aside …' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('button', { name: 'Set it aside' })).toBeDisabled()
  await dialog.getByLabel('Because').fill('The total is noted anew next week')
  await dialog.getByRole('button', { name: 'Set it aside' }).click()
  await expect(broken).toContainText('Set aside by')
  await page.getByRole('button', { name: /^Make release/ }).click()
  await expect(page.getByText('Release 2 is live.')).toBeVisible()
})

test('Today: what needs a hand, and a running promotion extended in two clicks', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Today', exact: true })).toBeVisible()
  const hands = page.locator('section.hands')
  await expect(hands.getByText('The test cart “Three brushes” must come to')).toBeVisible()
  await expect(hands.getByRole('link', { name: 'Set the dates' })).toBeVisible()
  await page.goto('/promotions/demo-5')
  await page.getByRole('button', { name: 'Until when', exact: true }).click()
  await page.getByRole('textbox', { name: 'Last day' }).fill('2027-03-11')
  await page.getByRole('textbox', { name: 'Last day' }).press('Enter')
  await expectSaved(page)
  await page.getByRole('link', { name: 'Today', exact: true }).click()
  const ending = hands.getByRole('listitem').filter({ hasText: 'Last frames, by price ends in' })
  await ending.getByRole('button', { name: 'Extend …' }).click()
  await page.getByRole('menuitem', { name: 'Extend + 1 week', exact: true }).click()
  await expect(page.getByText(/Last frames, by price: now until Thu 18 Mar.*, 24:00\./)).toBeVisible()
  await expect(ending).toHaveCount(0)
})
