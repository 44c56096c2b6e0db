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
  const stack = finding(page, '“Clay: 40% off before new sizes” and “Clay club: 25% off” take 54.3% off')
  await expect(stack).toContainText('€6.90 → €3.15')
  await expect(stack.getByText('Total')).toBeVisible()
  await stack.getByRole('button', { name: 'Save as test cart' }).click()
  await expect(page.getByText('Test cart saved.')).toBeVisible()
  await stack.getByRole('button', { name: 'Open in till' }).click()
  await expect(page.getByTestId('receipt')).toContainText('3.15')
  await expect(page.getByText('Deepest stack of promotions: 54.3% off')).toBeVisible()
  await page.goto('/promotions/demo-28')
  await page.getByLabel('Percent off').fill('10')
  await expectSaved(page)
  await page.getByRole('link', { name: /^Findings/ }).click()
  await waitUntilChecked(page)
  await expect(stack).toHaveCount(0)
  await page.getByRole('link', { name: 'Test carts', exact: true }).click()
  await expect(page.getByText(/^“Clay: 40% off before new sizes” and “Clay club/)).toBeVisible()
})

test('what each kind says: the demo’s mistakes, one sentence each', async ({ page }) => {
  await page.goto('/findings')
  await waitUntilChecked(page)
  const more = page.getByRole('button', { name: /^Show \d+ more$/ })
  while (more.count() > 0) await more.click()
  for (const sentence of [
    'Test cart “Three brushes” expects €19.00 but costs €19.20.',
    '“Modelling tools: 10% off 2” starts Thu 11 Mar, 00:00, but the live release doesn’t include it.',
    /“Studio days: 20% off small treats” starts.*Shopper text promises more/,
    '“Colouring books: 8% off” has been running for',
    '“Welcome back: 10% off” runs for 100 days; the store’s maximum is 90.',
    /“Ink days” ends .*“Ink days, until Sunday”/,
    '“Sketchbooks: one price”: the price floor reduces the discount on 2 of 4 products',
    '“Finger paints: 3 for €15” costs €15.00, but its items cost at most €14.70 separately.',
    '“Block inks: exactly 3” requires exactly 3 units: with 4 in the cart it no longer applies.',
    '“Press: buy 2, get 1 at 30% off”: qualifying and discounted products overlap only partly',
    '“Sheets: buy 20, get 1 free”: the reward saves nothing',
    '“Carving tools: early-buyer price”: the step at 25 sold can’t be reached; only 20 units are available.',
    '“Canvases: quantity discount”: the tier from 12 saves no more than the one before it.',
    '“Returning guests: 8% off” never applies',
    'Code CLAY of “Clay club: 25% off” is short or a common word',
    /Code CLAY unlocks both “Clay club: 25% off” and “Clay evenings: 12% off”/,
    'Code CLAY of “Clay club: 25% off” isn’t listed, but appears in public text',
    '“Workshop cards: €10 off €40” has 3 of 40 codes left.',
    '“Town fair” has no dates yet',
    '“Plaster: 3% off” takes only 3% off',
    '“Welcome back: 10% off” is advertised to everyone, but guests don’t qualify',
    /“Markers: quantity discount” always blocks “Welcome back: 10% off”/,
  ])
    await expect(finding(page, sentence).first()).toBeVisible()
  await expect(finding(page, 'Sketchbooks: one price').getByRole('img')).toBeVisible()
})

test('a release that would bring what is grave is held back, set aside with a reason, and made', async ({ page }) => {
  await page.goto('/promotions/demo-12')
  await page.getByLabel('Percent off').nth(1).fill('14')
  await expectSaved(page)
  await page.getByRole('link', { name: 'Releases', exact: true }).click()
  await expect(page.getByText(/Fix or dismiss 1 blocker to publish/)).toBeVisible()
  await page.getByRole('button', { name: /^Publish release/ }).click()
  await expect(page.getByText('Fix or dismiss all blockers before publishing.')).toBeVisible()
  const broken = finding(page, 'Test cart “Ten markers” expects')
  await broken.getByRole('button', { name: 'Dismiss…' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('button', { name: 'Dismiss', exact: true })).toBeDisabled()
  await dialog.getByLabel('Reason').fill('The total is noted anew next week')
  await dialog.getByRole('button', { name: 'Dismiss', exact: true }).click()
  await expect(broken).toContainText('Dismissed by')
  await page.getByRole('button', { name: /^Publish release/ }).click()
  await expect(page.getByText('Release 2 is live.')).toBeVisible()
})

test('Today: what needs a hand, and a running promotion extended in two clicks', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Today', exact: true })).toBeVisible()
  const hands = page.locator('section.hands')
  await expect(hands.getByText('Test cart “Three brushes” expects')).toBeVisible()
  await expect(hands.getByRole('link', { name: 'Set dates' })).toBeVisible()
  await page.goto('/promotions/demo-5')
  await page.getByRole('button', { name: 'Dates', exact: true }).click()
  await page.getByRole('textbox', { name: 'Last day' }).fill('2027-03-11')
  await page.getByRole('textbox', { name: 'Last day' }).press('Enter')
  await expectSaved(page)
  await page.getByRole('link', { name: 'Today', exact: true }).click()
  const ending = hands.getByRole('listitem').filter({ hasText: '“Frames: clearance by price band” ends in' })
  await ending.getByRole('button', { name: 'Extend…' }).click()
  await page.getByRole('menuitem', { name: 'Extend + 1 week', exact: true }).click()
  await expect(page.getByText(/Frames: clearance by price band.*: now until the end of Thu 18 Mar/)).toBeVisible()
  await expect(ending).toHaveCount(0)
})
