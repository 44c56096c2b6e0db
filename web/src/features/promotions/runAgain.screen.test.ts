import type { PromotionRecord } from '@novalex/contract'
import { toDraft } from '@/draft/toDraft.ts'
import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

const findByName = async (page: Page, name: string): Promise<PromotionRecord | undefined> =>
  (await page.request.ask<PromotionRecord[]>('GET', '/promotions')).find(({ promotion }) => promotion.name === name)

test('what has ended runs again from another day, as a draft; a campaign with all of its own', async ({ page }) => {
  const ended = (await findByName(page, 'Winter lino'))!
  const { promotion, version } = ended
  await page.goto(`/promotions/${promotion.id}`)
  await page.getByRole('button', { name: 'Run again…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox', { name: 'First day' }).fill('1 Apr 2027')
  await dialog.getByRole('button', { name: 'Create draft' }).click()
  await expect(page.getByText('1 draft created.')).toBeVisible()
  const copy = (await findByName(page, 'Winter lino, copy'))!
  expect([copy.promotion.state, copy.promotion.schedule]).toEqual([
    'draft',
    { start: '2027-04-01T00:00', end: '2027-05-19T00:00' },
  ])

  const { id } = await page.request.ask<{ id: string }>('POST', '/campaigns', {
    name: 'Winter',
    goal: 'Clear the shelves',
  })
  const draft = { ...toDraft(ended), campaign: id, version }
  await page.request.ask('PUT', `/promotions/${promotion.id}`, draft)
  await page.goto(`/campaigns/${id}`)
  await page.getByRole('button', { name: 'Run again…' }).click()
  await expect(dialog.getByLabel('Name of the new campaign')).toHaveValue('Winter, copy')
  await dialog.getByRole('button', { name: 'Create draft' }).click()
  await expect(page.getByRole('heading', { name: 'Winter, copy' })).toBeVisible()
  await expect(page.getByLabel('Goal')).toHaveValue('Clear the shelves')
  expect((await findByName(page, 'Winter lino, copy 2'))!.promotion.schedule.start).toBe('2027-03-11T00:00')
})
