import type { PromotionRecord } from '@novalex/contract'
import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

const record = (page: Page, id: string) => page.request.ask<PromotionRecord>('GET', `/promotions/${id}`)

/** Opens the dialog for files of promotions, and chooses one. */
async function choose(page: Page, content: string): Promise<void> {
  await page.goto('/promotions')
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('button', { name: 'Import file…' }).click()
  const file = { name: 'sheet.csv', mimeType: 'text/csv', buffer: Buffer.from(content) }
  await page.getByLabel('Choose file').setInputFiles(file)
}

test('a table of promotions: taken out, edited, looked at, brought back, and undone', async ({ page }) => {
  const [head, ...rows] = (await page.request.read('/api/files/promotions.csv')).trim().split('\r\n')
  expect(rows.some((row) => row.startsWith('demo-5,'))).toBe(false)
  const paper = rows.find((row) => row.startsWith('demo-1,'))!
  const added = ',Summer pads,markdown,,25,,,,Pads,,,,,,2027-06-01,2027-06-14,,,{percent}% off,'
  await choose(page, [head, paper.replace(',15,', ',20,'), added].join('\r\n'))
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('row', { name: /Spring paper: 15% off percent/ })).toBeVisible()
  await expect(dialog.getByRole('row', { name: /Summer pads new/ })).toBeVisible()
  await dialog.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('Promotions imported.')).toBeVisible()
  await expect(page.getByText('Summer pads')).toBeVisible()
  expect((await record(page, 'demo-1')).promotion.mechanic).toMatchObject({ value: { percent: 2000 } })
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('Import of “sheet.csv” undone.')).toBeVisible()
  await expect(page.getByText('Summer pads')).toHaveCount(0)
  expect((await record(page, 'demo-1')).promotion.mechanic).toMatchObject({ value: { percent: 1500 } })
})

test('what is wrong in a table is told by row and column', async ({ page }) => {
  const rows = ['Ten,markdwn,10,,', 'Two,markdown,10,3,', 'Gone,markdown,10,,Stones']
  await choose(page, ['name,type,percent,amount,categories', ...rows].join('\n'))
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('row', { name: /2 type “markdwn” isn’t possible here/ })).toBeVisible()
  await expect(dialog.getByRole('row', { name: /3 amount Fill exactly one of these columns/ })).toBeVisible()
  await expect(dialog.getByRole('row', { name: /4 categories There is no “Stones”/ })).toBeVisible()
})

test('percent or amount: which is the larger number, and the other in one click', async ({ page }) => {
  await page.goto('/promotions/demo-1')
  await page.getByText('Percent or amount?').click()
  await expect(page.getByText('The percentage is the larger number for every product here.')).toBeVisible()
  await expect(page.getByText('15% of €2.90 (Drawing sheet A1) is €0.44')).toBeVisible()
  await page.getByRole('button', { name: 'Change to €0.44 off each' }).click()
  await expect(page.getByLabel('Amount off each unit')).toHaveValue('0.44')
  await expect(page.getByText('€0.44 is 15.17% of €2.90 (Drawing sheet A1)')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Change to 15% off' })).toBeVisible()
})
