import type { PromotionRecord, ReleaseChangesAnswer } from '@novalex/contract'
import { toDraft } from '@/draft/toDraft.ts'
import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

const changesOf = async (page: Page) =>
  (await page.request.ask<ReleaseChangesAnswer>('GET', '/releases/changes')).changes.map(({ name }) => name)
async function edit(page: Page, id: string, changes: Partial<PromotionRecord['promotion']>): Promise<void> {
  const record = await page.request.ask<PromotionRecord>('GET', `/promotions/${id}`)
  await page.request.ask('PUT', `/promotions/${id}`, { ...toDraft(record), ...changes, version: record.version })
}

test('one change goes live by itself; the others stay, and one of them is discarded and brought back', async ({
  page,
}) => {
  await edit(page, 'demo-1', { limits: { units: 40 }, name: 'Spring paper, limited' })
  await edit(page, 'demo-11', { state: 'paused' })
  const sets = await page.request.ask<{ set: { id: string; name: string; version: number } }[]>('GET', '/sets')
  const { id, name, version } = sets.find(({ set }) => set.name === 'First desk')!.set
  await page.request.ask('PUT', `/sets/${id}`, { name, content: { skus: ['BRS-2', 'SHT-A4'] }, version })
  await page.goto('/releases')
  await expect(page.getByText('4 changes since release 1.')).toBeVisible()
  const row = page.getByRole('row', { name: /Spring paper, limited/ })
  await expect(row).toContainText(/Limits\s*none → Limited to 40 units/)
  await expect(page.getByRole('row', { name: /First desk/ })).toContainText('added BRS-2; removed')
  await row.getByRole('button', { name: 'Select only this' }).click()
  await expect(page.getByText('1 of 4 changes selected. The other 3 stay in the working plan.')).toBeVisible()
  await expect(page.getByRole('checkbox', { name: 'Include First desk' })).not.toBeChecked()
  await page.getByRole('button', { name: 'Publish release 2 with 1 change' }).click()
  await expect(page.getByText('Release 2 is live.')).toBeVisible()
  await expect(page.getByText('3 changes since release 2.')).toBeVisible()
  expect(await changesOf(page)).not.toContain('Spring paper, limited')

  await page
    .getByRole('row', { name: /First desk/ })
    .getByRole('button', { name: 'Discard changes' })
    .click()
  await expect(page.getByText('2 changes since release 2.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('3 changes since release 2.')).toBeVisible()
})

test('what a change needs is selected with it, what needs it is deselected with it, and both are said', async ({
  page,
}) => {
  const set = await page.request.ask<{ id: string }>('POST', '/sets', { name: 'New set', content: { skus: ['BRS-2'] } })
  const mechanic = { kind: 'markdown', reach: { sets: [set.id] }, value: { percent: 1000 } } as const
  await edit(page, 'demo-1', { mechanic })
  await page.goto('/releases')
  await page.getByRole('checkbox', { name: 'Include New set' }).uncheck()
  await expect(
    page.getByText(/Also deselected: “Spring paper.*, which can’t be released without “New set”/),
  ).toBeVisible()
  await expect(page.getByRole('checkbox', { name: /Include Spring paper/ })).not.toBeChecked()
  await page.getByRole('checkbox', { name: /Include Spring paper/ }).check()
  await expect(page.getByText(/Also selected: “New set”, required by “Spring paper/)).toBeVisible()
  await page.getByRole('checkbox', { name: 'Include all shown changes' }).uncheck()
  await expect(page.getByText('Select at least one change.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Publish release 2' })).toBeDisabled()
})

test('a promotion shows what the shop has otherwise, and leads to a release of that alone', async ({ page }) => {
  await edit(page, 'demo-1', { limits: { units: 40 } })
  await page.goto('/promotions/demo-1')
  const panel = page.getByRole('region', { name: 'Unreleased changes' })
  await expect(panel).toContainText(/Limits\s*none → Limited to 40 units/)
  await panel.getByRole('link', { name: 'Review and release only this' }).click()
  await expect(page.getByText(/1 of 2 changes selected/)).toBeVisible()
  await page.goto('/promotions/demo-1')
  await panel.getByRole('button', { name: 'Discard changes' }).click()
  await expect(page.getByText(/^Changes to “.*” discarded\.$/)).toBeVisible()
  await expect(panel).toHaveCount(0)
})
