import type { StoreAnswer } from '@novalex/contract'
import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })
const testPlanner = createJourneyTest({ hasDemo: true, role: 'planner' })

const keep = (page: Page) => page.getByRole('button', { name: 'Keep these prices' })
const readDelivery = async (page: Page) => (await page.request.ask<StoreAnswer>('GET', '/store')).delivery

test('a way of delivery needs a name and a country; what cannot be read is not kept', async ({ page }) => {
  await page.goto('/store')
  await expect(keep(page)).toBeDisabled()
  await page.getByRole('button', { name: 'Add a way' }).click()
  await expect(page.getByText('Each way needs a name.')).toBeVisible()
  await page.getByLabel('Name of way 4').fill('bicycle')
  await expect(page.getByText('bicycle goes nowhere. Give it a price, or take it out.')).toBeVisible()
  await page.getByRole('textbox', { name: 'bicycle to AT' }).fill('cheap')
  await expect(page.getByText(/“cheap” is no amount/)).toBeVisible()
  await expect(keep(page)).toBeDisabled()
  await page.getByRole('textbox', { name: 'bicycle to AT' }).fill('3,50')
  await keep(page).click()
  await expect(page.getByText('The shop asks these prices from now on.')).toBeVisible()
  expect((await readDelivery(page)).at(-1)).toEqual({
    id: 'bicycle',
    name: 'bicycle',
    prices: [{ country: 'AT', price: 350 }],
  })
})

test('a country is added once, and takes its prices with it when it goes', async ({ page }) => {
  await page.goto('/store')
  const country = page.getByRole('textbox', { name: 'Add a country' })
  await country.fill('at')
  await expect(page.getByText('A country is two letters, such as AT, and comes once.')).toBeVisible()
  await country.fill('fr')
  await country.press('Enter')
  await page.getByRole('textbox', { name: 'parcel to FR', exact: true }).fill('12')
  await page.getByRole('button', { name: 'Take CH out' }).click()
  await keep(page).click()
  await expect(page.getByText('The shop asks these prices from now on.')).toBeVisible()
  const [parcel] = await readDelivery(page)
  expect(parcel!.prices.map((one) => [one.country, one.price])).toEqual([
    ['AT', 490],
    ['DE', 790],
    ['IT', 990],
    ['FR', 1200],
  ])
  await page.getByLabel('Name of way 1').fill('')
  await page.getByRole('button', { name: 'Back to what is kept' }).click()
  await expect(page.getByLabel('Name of way 1')).toHaveValue('parcel')
})

test('the lines from which findings speak up: kept as a whole, and left without a trace', async ({ page }) => {
  await page.goto('/store')
  await page.getByRole('button', { name: 'Change …' }).click()
  const dialog = page.getByRole('dialog')
  const most = dialog.getByLabel('More than this off the regular price')
  await expect(most).toHaveValue('50')
  await most.fill('half')
  await dialog.getByRole('button', { name: 'Keep these lines' }).click()
  await expect(dialog.getByText(/“half”/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText(/more than 50 % off/)).toBeVisible()
  await page.getByRole('button', { name: 'Change …' }).click()
  await expect(most).toHaveValue('50')
  await most.fill('40')
  await dialog.getByLabel('Days without an end').fill('45')
  await dialog.getByRole('button', { name: 'Keep these lines' }).click()
  await expect(page.getByText(/more than 40 % off; .*45 days without an end/)).toBeVisible()
})

testPlanner('a planner reads the store’s settings, and is told who changes them', async ({ page }) => {
  await page.goto('/store')
  await expect(page.getByText('Only administrators change these.')).toBeVisible()
  await expect(page.getByLabel('Name of way 1')).toHaveValue('parcel')
  await expect(keep(page)).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Change …' })).toHaveCount(0)
  await expect(page.getByLabel('What one prepares, another releases')).toBeDisabled()
})
