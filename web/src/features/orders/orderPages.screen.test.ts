import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

const numbers = (page: Page) => page.locator('td:first-child > button').allInnerTexts()

test('earlier orders follow on demand, each once and in order', async ({ page }) => {
  await page.goto('/orders')
  await expect(page.locator('tbody tr')).toHaveCount(50)
  const first = numbers(page)
  await page.getByRole('button', { name: 'Show earlier orders' }).click()
  await expect(page.locator('tbody tr')).toHaveCount(100)
  const all = numbers(page)
  expect(all.slice(0, 50)).toEqual(first)
  expect(new Set(all).size).toBe(100)
})

test('an order is found by its number, and opens as its receipt', async ({ page }) => {
  await page.goto('/orders')
  await expect(page.locator('tbody tr')).toHaveCount(50)
  const number = numbers(page)[3]!
  await page.getByRole('textbox', { name: 'Number, shopper, SKU, code or email' }).fill(number)
  await expect(page.locator('tbody tr')).toHaveCount(1)
  await page.getByRole('button', { name: number }).click()
  await expect(page.getByRole('button', { name: number })).toHaveAttribute('aria-expanded', 'true')
  await expect(page.getByText(/ release \d/)).toBeVisible()
  await page.getByRole('textbox', { name: 'Number, shopper, SKU, code or email' }).fill('no such thing')
  await expect(page.getByText('No matching orders.')).toBeVisible()
})

test('a link shows the orders of one promotion, and goes back to all', async ({ page }) => {
  await page.goto('/orders?promotion=demo-1')
  await expect(page.getByText('Orders with “Spring paper: 15% off”.')).toBeVisible()
  await expect(page.locator('tbody tr').first()).toContainText('Spring paper: 15% off')
  await page.getByRole('button', { name: 'Show all orders' }).click()
  await expect(page.getByText(/^Orders with/)).toBeHidden()
})
