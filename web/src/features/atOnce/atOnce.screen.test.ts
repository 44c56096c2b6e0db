import type { PromotionRecord, ReleaseSummary } from '@novalex/contract'
import { toDraft } from '@/draft/toDraft.ts'
import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

const releasesOf = (page: Page) => page.request.ask<ReleaseSummary[]>('GET', '/releases')
const liveOf = async (page: Page, id: string) => {
  const { promotions } = await page.request.ask<{ promotions: PromotionRecord['promotion'][] }>(
    'GET',
    '/plan?plan=live',
  )
  return promotions.find((promotion) => promotion.id === id)!
}
async function edit(page: Page, id: string, changes: Partial<PromotionRecord['promotion']>): Promise<void> {
  const record = await page.request.ask<PromotionRecord>('GET', `/promotions/${id}`)
  await page.request.ask('PUT', `/promotions/${id}`, { ...toDraft(record), ...changes, version: record.version })
}

test('a promotion is paused in the shop from its page, without what is half edited', async ({ page }) => {
  await edit(page, 'demo-1', { limits: { units: 40 } })
  await page.goto('/promotions/demo-1')
  await page.getByRole('button', { name: 'Pause now…' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText(
    /It pauses in the shop at 09:41\. Nothing else goes live\. \d+ orders? with it today\./,
  )
  await expect(dialog).toContainText('Its unreleased changes stay in the working plan.')
  await dialog.getByRole('button', { name: 'Pause now' }).click()
  await expect(page.getByText(/is paused in the shop \(release 2\)\./)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Resume' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Pause now…' })).toHaveCount(0)
  expect(await liveOf(page, 'demo-1')).toMatchObject({ state: 'paused', limits: {} })
  await page.goto('/releases')
  await expect(page.getByText(/^Paused “Spring paper/)).toBeVisible()
})

test('from Today one is extended, past its gate', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'Actions for Sable brushes: club price' }).click()
  await page.getByText('Extend now…', { exact: true }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('textbox', { name: 'Last day' })).toHaveValue(/13 May/)
  await dialog.getByRole('textbox', { name: 'Last day' }).fill('1 May 2027')
  await dialog.getByRole('button', { name: 'Extend now' }).click()
  await expect(dialog.getByText(/^Choose a future end after end of Thu 6 May 2027/)).toBeVisible()
  await dialog.getByRole('textbox', { name: 'Last day' }).fill('8 May 2027')
  await dialog.getByRole('button', { name: 'Extend now' }).click()
  await expect(page.getByText(/is extended in the shop \(release 2\)\./)).toBeVisible()
  expect((await releasesOf(page))[0]!.atOnce).toMatchObject({ act: 'extend', end: '2027-05-09T00:00' })
})

test('a request to end one waits on the page of releases, and is approved there', async ({ page }) => {
  await page.goto('/promotions')
  await page.getByRole('button', { name: 'Actions for Sable brushes: club price' }).click()
  await page.getByText('End now…', { exact: true }).click()
  await expect(page.getByRole('dialog')).toContainText('It ends in the shop at 09:41.')
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()
  const { id } = (await page.request.ask<PromotionRecord[]>('GET', '/promotions')).find(
    ({ promotion }) => promotion.name === 'Sable brushes: club price',
  )!.promotion
  const atOnce = { act: 'end', promotion: id }
  await page.request.ask('POST', '/releases/requests', { note: 'Too few left', planRevision: 0, atOnce })
  await page.goto('/releases')
  const panel = page.getByRole('region', { name: 'Release request' })
  await expect(panel).toContainText('End “Sable brushes: club price” in the shop')
  await panel.getByRole('button', { name: 'Approve and publish' }).click()
  await expect(page.getByText(/^Ended “Sable brushes/)).toBeVisible()
  await expect(panel).toHaveCount(0)
})
