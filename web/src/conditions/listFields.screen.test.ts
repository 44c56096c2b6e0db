import type { PromotionRecord } from '@novalex/contract'
import { toDraft } from '@/draft/toDraft.ts'
import { createJourneyTest, expect } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

test('a group that no shopper is in is said where it is chosen; those that there are come with their number', async ({
  page,
}) => {
  const records = await page.request.ask<PromotionRecord[]>('GET', '/promotions')
  const record = records.find(({ promotion: { when } }) => when !== null && 'test' in when && when.test === 'group')!
  const { id } = record.promotion
  const when = { test: 'group', in: ['clubb'] } as const
  await page.request.ask('PUT', `/promotions/${id}`, { ...toDraft(record), when, version: record.version })
  await page.goto(`/promotions/${id}`)
  await page.getByRole('button', { name: 'Who qualifies', exact: true }).click()
  await page.locator('button.words').click()
  await expect(page.getByText('Not used in this store yet: “clubb”. Check the spelling.')).toBeVisible()
})

test('a new group is added by name, and shoppers are found by theirs', async ({ page }) => {
  const records = await page.request.ask<PromotionRecord[]>('GET', '/promotions')
  const record = records.find(({ promotion: { when } }) => when !== null && 'test' in when && when.test === 'group')!
  const { id } = record.promotion
  await page.goto(`/promotions/${id}`)
  await page.getByRole('button', { name: 'Who qualifies', exact: true }).click()
  await page.locator('button.words').click()
  await page.getByRole('combobox', { name: 'One of' }).click()
  await page.getByText('New group…').click()
  await page.getByLabel('Name, as in the shopper file').fill(' friends ')
  await page.getByRole('button', { name: 'Add name' }).click()
  await expect(page.getByText('Not used in this store yet: “friends”. Check the spelling.')).toBeVisible()
  const saved = async () =>
    (await page.request.ask<PromotionRecord[]>('GET', '/promotions')).find(({ promotion }) => promotion.id === id)!
      .promotion.when
  await expect.poll(saved).toEqual({ test: 'group', in: ['club', 'friends'] })
})
