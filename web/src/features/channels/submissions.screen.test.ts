import type {
  OccasionRecord,
  PartnerStatusAnswer,
  PromotionRecord,
  StoreAnswer,
  SubmissionRecord,
} from '@novalex/contract'
import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })

const find = async (page: Page, name: string) => {
  const records = await page.request.ask<PromotionRecord[]>('GET', '/promotions')
  return records.find(({ promotion }) => promotion.name === name)!.promotion
}
async function openChannels(page: Page, id: string): Promise<void> {
  await page.goto(`/promotions/${id}`)
  await page.getByRole('button', { name: 'Channels', exact: true }).click()
}
/** The server sends and asks every few seconds. */
const IN_TURN = { timeout: 30_000, interval: 300 }
const latestOf = async (page: Page, id: string, channel: string): Promise<SubmissionRecord | null> => {
  const { channels } = await page.request.ask<PartnerStatusAnswer>('GET', `/promotions/${id}/submissions`)
  return channels.find((one) => one.channel === channel)?.latest ?? null
}

test('what partners refused, hold or don’t answer is on Today, with the way to it', async ({ page }) => {
  await page.goto('/today')
  await expect(page.getByText('Tallow Lane refused “Sketchbooks: one price”')).toBeVisible()
  await expect(page.getByText('Obersee Bazaar put “Clay club: 25% off” on hold')).toBeVisible()
  await expect(
    page.getByText('No answer from Tallow Lane on “Studio days: 20% off small treats” for 1 day.'),
  ).toBeVisible()
  await expect(page.getByText('locks at Tallow Lane')).toBeVisible()
  await page.getByRole('button', { name: 'Dismiss reminder' }).last().click()
  await expect(page.getByText('No answer from Tallow Lane')).toHaveCount(0)
})

test('a promotion is submitted, answered on the partner’s clock, and withdrawn', async ({ page }) => {
  const { id } = await find(page, 'Studio days: 20% off small treats')
  await openChannels(page, id)
  await expect(page.getByText('Submitted, no answer yet')).toBeVisible()
  await page.getByRole('button', { name: 'Submit to Obersee Bazaar' }).click()
  await expect(page.getByText('Release 1 submitted to Obersee Bazaar.')).toBeVisible()
  await expect.poll(async () => (await latestOf(page, id, 'obersee-bazaar'))?.state, IN_TURN).toBe('submitted')
  await page.goto('/channels/partners/obersee-bazaar')
  await expect(page.getByRole('row', { name: /Little things for your studio 50 .* under review/ })).toBeVisible()
  await page.getByRole('button', { name: 'Advance its clock' }).click()
  await page.getByRole('menuitem', { name: 'By 1 day' }).click()
  await expect.poll(async () => (await latestOf(page, id, 'obersee-bazaar'))?.state, IN_TURN).toBe('accepted')
  await openChannels(page, id)
  await expect(page.getByText('Accepted, shows from Fri 16 Apr, 00:00')).toBeVisible()
  await page.getByRole('button', { name: 'Withdraw…' }).last().click()
  await page.getByRole('dialog').getByRole('button', { name: 'Withdraw', exact: true }).click()
  await expect(page.getByText('Withdrawn from Obersee Bazaar.')).toBeVisible()
  await expect.poll(async () => (await latestOf(page, id, 'obersee-bazaar'))?.state, IN_TURN).toBe('withdrawn')
})

test('without a connection, answers are recorded by hand with their reason', async ({ page }) => {
  const { version, channels } = await page.request.ask<StoreAnswer>('GET', '/store')
  const partners = channels.flatMap((one) => {
    if (one.kind !== 'partner') return []
    const { isSimulated: _simulated, ...byHand } = one
    return [byHand]
  })
  await page.request.ask('PUT', '/store/partners', { partners, version })
  const { id } = await find(page, 'Studio days: 20% off small treats')
  await openChannels(page, id)
  await page.getByRole('button', { name: 'Submit to Obersee Bazaar' }).click()
  await expect(page.getByText('Release 1 submitted to Obersee Bazaar.')).toBeVisible()
  await page.getByRole('button', { name: 'Record answer' }).last().click()
  await page.getByRole('menuitem', { name: 'Refused…' }).click()
  await page.getByRole('dialog').getByLabel('Reason given by the partner').fill('Wrong pictures')
  await page.getByRole('dialog').getByRole('button', { name: 'Save answer' }).click()
  await expect(page.getByText('Refused: “Wrong pictures”')).toBeVisible()
  const link = await page.getByRole('link', { name: 'Download file with causes' }).last().getAttribute('href')
  expect(await page.request.read(link!)).toContain('Wrong pictures')
})

test('an occasion gets a flag and a partner’s event', async ({ page }) => {
  await page.goto('/occasions')
  await page.getByRole('button', { name: 'New occasion' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Ink festival')
  await dialog.getByLabel('Flag in the shop').fill('Festival')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('“Ink festival” saved.')).toBeVisible()
  await expect(page.getByRole('row', { name: /Ink festival Festival .*dates to be confirmed/ })).toBeVisible()
  await expect(page.getByRole('row', { name: /Town fair Obersee Bazaar, “TOWN-FAIR”/ })).toBeVisible()
})

test('what a partner has locked stays there as it was, which page and review say', async ({ page }) => {
  const occasions = await page.request.ask<OccasionRecord[]>('GET', '/occasions')
  const { id: fair, ...event } = occasions.find(({ name }) => name === 'Town fair')!
  const dates = { start: '2027-03-11T00:00', end: '2027-03-13T00:00' }
  await page.request.ask('PUT', `/occasions/${fair}`, { ...event, dates })
  const records = await page.request.ask<PromotionRecord[]>('GET', '/promotions')
  const record = records.find(({ promotion }) => promotion.name.startsWith('Fair:'))!
  const { promotion, campaign, occasion, archived, note, version } = record
  const { id, rank: _rank, ...rule } = promotion
  const update = { ...rule, name: 'Fair for all', campaign, occasion, archived, note, version }
  await page.request.ask('PUT', `/promotions/${id}`, update)
  await openChannels(page, id)
  await expect(page.getByText('Locked since Wed 10 Mar, 00:00, shows from Thu 11 Mar, 00:00')).toBeVisible()
  await expect(
    page.getByText(
      'Obersee Bazaar keeps the submitted version until Sat 13 Mar, 00:00: locked since Wed 10 Mar, 00:00.',
    ),
  ).toBeVisible()
  await expect(page.getByText('Differs from what was submitted: title.')).toBeVisible()
  await page.goto('/releases')
  await expect(
    page.getByText('Obersee Bazaar keeps the old version of “Fair for all” until Sat 13 Mar, 00:00.'),
  ).toBeVisible()
})
