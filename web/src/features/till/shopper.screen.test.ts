import { createJourneyTest, expect } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

test('the till prices for the shopper who stands at it, and so do the edges', async ({ page }) => {
  await page.goto('/promotions/demo-7')
  await expect(page.locator('.reasons').getByText('−€6.07')).toBeVisible()
  await expect(page.getByText('Priced for a shopper who qualifies')).toHaveCount(0)
  await page.getByLabel('Shopper').selectOption({ label: 'Guest' })
  await expect(page.getByText('; the shopper is a guest').first()).toBeVisible()
  const last = page.getByRole('row', { name: /^Thu 6 May, 23:59:59/ })
  await expect(page.getByText('Priced for a shopper who qualifies')).toBeVisible()
  await expect(last).toContainText('34.38')
  await page.getByLabel('Shopper').selectOption({ label: 'Member of club (sample)' })
  await expect(page.locator('.reasons').getByText('−€6.07')).toBeVisible()
  await expect(page.getByTestId('receipt').getByRole('status')).toHaveText('€34.38')
  await expect(page.getByText('Priced for a shopper who qualifies')).toHaveCount(0)
  await expect(last).toContainText('34.38')
  await expect(page.getByRole('row', { name: /^Fri 7 May, 00:00/ })).toContainText('–')
})
