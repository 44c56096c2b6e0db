import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

/** A column of the table, as numbers. */
const column = (page: Page, at: number) =>
  page
    .locator(`td:nth-child(${at})`)
    .allInnerTexts()
    .map((text) => Number(text.replaceAll(',', '')))

test('sorted by what was spent, the most first; another page goes on where the first ended', async ({ page }) => {
  await page.goto('/shoppers')
  await expect(page.getByText('1,500 shoppers')).toBeVisible()
  await page.getByRole('button', { name: 'Spent' }).click()
  await expect(page.getByRole('columnheader', { name: /Spent/ })).toHaveAttribute('aria-sort', 'descending')
  await expect(() => {
    const spent = column(page, 5)
    expect(spent).toHaveLength(50)
    expect(spent).toEqual(spent.toSorted((a, b) => b - a))
    expect(spent[0]).toBeGreaterThan(0)
  }).toPass()
  const least = column(page, 5).at(-1)!
  await page.goto('/shoppers?order=-spent&page=2')
  await expect(() => {
    const spent = column(page, 5)
    expect(spent).toHaveLength(50)
    expect(spent[0]).toBeLessThanOrEqual(least)
  }).toPass()
  await page.getByRole('button', { name: 'Spent' }).click()
  await expect(page.getByRole('columnheader', { name: /Spent/ })).toHaveAttribute('aria-sort', 'ascending')
  await expect(page).toHaveURL(/page=1|order=spent$/)
})

test('a search begins with its first page; nobody found is said', async ({ page }) => {
  await page.goto('/shoppers?page=9')
  await expect(page.getByText('1,500 shoppers')).toBeVisible()
  await page.getByRole('textbox', { name: 'Search by name or ID' }).fill('s-0594')
  await expect(page.getByText('1 shopper', { exact: true })).toBeVisible()
  await expect(page.locator('tbody tr')).toHaveCount(1)
  await page.getByRole('textbox', { name: 'Search by name or ID' }).fill('no such person')
  await expect(page.getByText('No matching shoppers.')).toBeVisible()
})
