import type { Channel, StoreAnswer } from '@novalex/contract'
import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })
const testPlanner = createJourneyTest({ hasDemo: true, role: 'planner' })

const keep = (page: Page) => page.getByRole('button', { name: 'Save', exact: true })
const readDelivery = async (page: Page) => (await page.request.ask<StoreAnswer>('GET', '/store')).delivery

test('a way of delivery needs a name and a country; what cannot be read is not kept', async ({ page }) => {
  await page.goto('/store')
  await expect(keep(page)).toBeDisabled()
  await page.getByRole('button', { name: 'Add method' }).click()
  await expect(page.getByText('Each method needs a name.')).toBeVisible()
  await page.getByLabel('Name of method 4').fill('bicycle')
  await expect(page.getByText('“bicycle” has no prices. Enter one, or remove the method.')).toBeVisible()
  await page.getByRole('textbox', { name: 'bicycle to AT' }).fill('cheap')
  await expect(page.getByText(/“cheap” is not an amount/)).toBeVisible()
  await expect(keep(page)).toBeDisabled()
  await page.getByRole('textbox', { name: 'bicycle to AT' }).fill('3,50')
  await keep(page).click()
  await expect(page.getByText('Delivery prices saved and live.')).toBeVisible()
  expect((await readDelivery(page)).at(-1)).toEqual({
    id: 'bicycle',
    name: 'bicycle',
    prices: [{ country: 'AT', price: 350 }],
  })
})

test('a country is added once, and takes its prices with it when it goes', async ({ page }) => {
  await page.goto('/store')
  const country = page.getByRole('textbox', { name: 'Add country' })
  await country.fill('at')
  await expect(page.getByText('Enter two letters, such as AT. Each country can be added once.')).toBeVisible()
  await country.fill('fr')
  await country.press('Enter')
  await page.getByRole('textbox', { name: 'parcel to FR', exact: true }).fill('12')
  await page.getByRole('button', { name: 'Remove CH' }).click()
  await keep(page).click()
  await expect(page.getByText('Delivery prices saved and live.')).toBeVisible()
  const [parcel] = await readDelivery(page)
  expect(parcel!.prices.map((one) => [one.country, one.price])).toEqual([
    ['AT', 490],
    ['DE', 790],
    ['IT', 990],
    ['FR', 1200],
  ])
  await page.getByLabel('Name of method 1').fill('')
  await page.getByRole('button', { name: 'Discard edits' }).click()
  await expect(page.getByLabel('Name of method 1')).toHaveValue('parcel')
})

test('the lines from which findings speak up: kept as a whole, and left without a trace', async ({ page }) => {
  await page.goto('/store')
  await page.getByRole('button', { name: 'Edit…' }).click()
  const dialog = page.getByRole('dialog')
  const most = dialog.getByLabel('Discount over')
  await expect(most).toHaveValue('50')
  await most.fill('half')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText(/“half”/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText(/Discount over 50%/)).toBeVisible()
  await page.getByRole('button', { name: 'Edit…' }).click()
  await expect(most).toHaveValue('50')
  await most.fill('40')
  await dialog.getByLabel('Days without an end date').fill('45')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/No end date for 45 days/)).toBeVisible()
})

test('numbers and dates change their form at once, in fields too', async ({ page }) => {
  await page.goto('/store')
  await expect(page.getByText(/€1,204.00 · 12.5% · Wed 10 Mar 2027/)).toBeVisible()
  await page.getByRole('combobox', { name: 'Format' }).press('ArrowDown')
  await page.getByRole('option', { name: 'German' }).click()
  await expect(page.getByText('Number and date format saved.')).toBeVisible()
  await expect(page.getByText(/^1.204,00\s€ · 12,5\s% · Wed 10.03.2027/)).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'parcel to AT', exact: true })).toHaveValue('4,90')
})

const isOwn = ({ kind }: Channel) => kind === 'own'

test('channels: a new one is called after its name, the shop’s own stays, a name is needed', async ({ page }) => {
  const read = async () => (await page.request.ask<StoreAnswer>('GET', '/store')).channels.filter(isOwn)
  const before = await read()
  await page.goto('/store')
  const save = page.getByRole('button', { name: 'Save channels' })
  await expect(save).toBeDisabled()
  await page.getByRole('button', { name: 'Add channel' }).click()
  await expect(page.getByText('Each channel needs a name.')).toBeVisible()
  await expect(save).toBeDisabled()
  await page.getByLabel(`Name of channel ${before.length + 1}`).fill('Night kiosk')
  await page.getByLabel('Name of channel 1').fill('Our shop')
  await save.click()
  await expect(page.getByText('Channels saved.')).toBeVisible()
  expect(await read()).toEqual([
    { ...before[0], name: 'Our shop' },
    ...before.slice(1),
    { id: 'night-kiosk', name: 'Night kiosk', kind: 'own' },
  ])
  await expect(save).toBeDisabled()
  await expect(page.getByText('Shop that comes with Novalex')).toHaveCount(1)
  await page.getByRole('button', { name: 'Remove Night kiosk' }).click()
  await page.getByRole('button', { name: 'Discard edits' }).click()
  await expect(page.getByLabel(`Name of channel ${before.length + 1}`)).toHaveValue('Night kiosk')
})

test('channels that someone else changed meanwhile are not overwritten; the edits stay', async ({ page }) => {
  await page.goto('/store')
  await page.getByLabel('Name of channel 1').fill('Mine')
  const { channels, version } = await page.request.ask<StoreAnswer>('GET', '/store')
  const theirs = [...channels.filter(isOwn), { id: 'stall', name: 'Stall', kind: 'own' as const }]
  await page.request.ask('PUT', '/store/channels', { channels: theirs, version })
  await page.getByRole('button', { name: 'Save channels' }).click()
  await expect(page.getByText(/^Someone else has edited this/)).toBeVisible()
  await expect(page.getByLabel('Name of channel 1')).toHaveValue('Mine')
  expect((await page.request.ask<StoreAnswer>('GET', '/store')).channels.filter(isOwn)).toEqual(theirs)
  await page.getByRole('button', { name: 'Discard edits' }).click()
  await expect(page.getByLabel(`Name of channel ${theirs.length}`)).toHaveValue('Stall')
})

testPlanner('a planner reads the store’s settings, and is told who changes them', async ({ page }) => {
  await page.goto('/store')
  await expect(page.getByText('Only administrators can change these.')).toBeVisible()
  await expect(page.getByLabel('Name of method 1')).toHaveValue('parcel')
  await expect(keep(page)).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Edit…' })).toHaveCount(0)
  await expect(page.getByLabel('Require approval by a second person')).toBeDisabled()
})
