import type { PromotionRecord } from '@novalex/contract'
import { toDraft } from '@/draft/toDraft.ts'
import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

/** Renames a promotion several times beside the screen. */
async function rename(page: Page, times: number): Promise<void> {
  for (let at = 1; at <= times; at++) {
    const record = await page.request.ask<PromotionRecord>('GET', '/promotions/demo-1')
    const body = { ...toDraft(record), name: `Renamed ${at}`, version: record.version }
    await page.request.ask('PUT', '/promotions/demo-1', body)
  }
}

test('what was changed, by whom, before and after; narrowed to a person and a kind of thing', async ({ page }) => {
  await rename(page, 1)
  await page.goto('/log')
  const latest = page.locator('tbody tr').first()
  await expect(latest).toContainText('Anton Moor')
  await expect(latest).toContainText('Renamed 1')
  await expect(latest.locator('dl')).toContainText('Spring paper: 15% off')
  await page.getByRole('combobox', { name: 'Area' }).press('ArrowDown')
  await page.getByRole('option', { name: 'API keys', exact: true }).click()
  await expect(page.getByText('No matching entries.')).toBeVisible()
})

test('earlier entries follow on demand', async ({ page }) => {
  await rename(page, 101)
  await page.goto('/log')
  await expect(page.locator('tbody tr')).toHaveCount(100)
  await expect(page.locator('tbody tr').first()).toContainText('Renamed 101')
  await page.getByRole('button', { name: 'Show earlier' }).click()
  await expect(page.locator('tbody tr').nth(100)).toContainText('Renamed 1')
})
