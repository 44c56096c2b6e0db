import type { FeedsAnswer, FitsAnswer, PromotionRecord, StoreAnswer } from '@novalex/contract'
import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })
const shop = createJourneyTest({ hasDemo: false })

const find = async (page: Page, name: string) => {
  const records = await page.request.ask<PromotionRecord[]>('GET', '/promotions')
  return records.find(({ promotion }) => promotion.name === name)!.promotion
}
const partners = async (page: Page) =>
  (await page.request.ask<StoreAnswer>('GET', '/store')).channels.filter(({ kind }) => kind === 'partner')

test('a partner’s rules stand as sentences by date, and old ones are pointed out', async ({ page }) => {
  await page.goto('/channels')
  const lane = page.getByRole('article', { name: 'Tallow Lane' })
  await expect(lane.getByText('Submit 72 hours before the start · locked 5 hours before')).toBeVisible()
  await expect(lane.getByText('At most 200 products in one promotion')).toBeVisible()
  await expect(
    lane.getByText('Least price reported 2 points below the discount (regular €100.00: 25% off, least price €73.00)'),
  ).toBeVisible()
  await expect(lane.getByText('no longer in force')).toBeVisible()
  const bazaar = page.getByRole('article', { name: 'Obersee Bazaar' })
  await expect(bazaar.getByText('Not checked for over a year. Check whether these rules still apply.')).toBeVisible()
  await expect(bazaar.getByText('not yet in force')).toBeVisible()
})

test('products that a partner would refuse are excluded there, and its prices follow', async ({ page }) => {
  const { id } = await find(page, 'Ink days')
  await page.goto(`/promotions/${id}`)
  await page.getByRole('button', { name: 'Channels', exact: true }).click()
  await expect(page.getByText('4 of 5 products accepted')).toBeVisible()
  await expect(
    page.getByRole('row', { name: /Block ink 100 ml Blue .* No rating known; 3.5 stars or higher/ }),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Exclude 1 product' }).click()
  await expect(page.getByText('Fits: all 4 products accepted')).toBeVisible()
  await expect(page.getByText('1 product excluded')).toBeVisible()
  await expect
    .poll(async () => (await find(page, 'Ink days')).partners)
    .toEqual([{ channel: 'tallow-lane', leftOut: ['PRI-BLUE'] }])
  await page.getByRole('button', { name: 'Include all' }).click()
  await expect(page.getByText('4 of 5 products accepted')).toBeVisible()
  await page.getByLabel('Obersee Bazaar').click()
  await expect
    .poll(async () => (await find(page, 'Ink days')).partners?.map(({ channel }) => channel))
    .toEqual(['tallow-lane', 'obersee-bazaar'])
})

shop(
  'a partner is added, contradictory rules are refused at their field, and it is removed and restored',
  async ({ page }) => {
    await page.goto('/channels')
    await expect(page.getByText('No partner channels yet.')).toBeVisible()
    await page.getByRole('button', { name: 'Add partner channel' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel('Name').fill('Corner market')
    await dialog.getByLabel('Minimum discount').fill('20')
    await dialog.getByLabel('Recommended discount').fill('10')
    await dialog.getByRole('button', { name: 'Save' }).click()
    await expect(dialog.getByText('Contradicts “Minimum discount”. Change one of the two.')).toBeVisible()
    expect(await partners(page)).toEqual([])
    await dialog.getByLabel('Recommended discount').fill('25')
    await dialog.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('“Corner market” saved.')).toBeVisible()
    expect(await partners(page)).toMatchObject([
      { id: 'corner-market', rules: [{ values: { minReduction: 2000, showReduction: 2500 } }] },
    ])
    await page.getByRole('button', { name: 'Remove' }).click()
    await expect(page.getByText('No partner channels yet.')).toBeVisible()
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(page.getByRole('article', { name: 'Corner market' })).toBeVisible()
    const { promotion } = await page.request.ask<PromotionRecord>('POST', '/promotions', {
      ...RULE,
      partners: [{ channel: 'corner-market' }],
    })
    const { fits } = await page.request.ask<FitsAnswer>('GET', `/promotions/${promotion.id}/channels`)
    expect(fits).toMatchObject([{ isTarget: true, accepted: 0 }])
  },
)

const RULE = {
  name: 'Pads',
  state: 'ready',
  schedule: {},
  code: null,
  when: null,
  mechanic: { kind: 'markdown', reach: {}, value: { percent: 1000 } },
  stacking: { group: 'sale', mode: 'group' },
  limits: {},
  ladder: null,
  campaign: null,
  occasion: null,
  archived: false,
  note: '',
}

test('a feed is mapped over its preview, saved, and fetched from an address that is shown once', async ({ page }) => {
  await page.goto('/channels/feeds/new')
  await expect(page.getByText('Preview: 240 products in the live release')).toBeVisible()
  await expect(page.getByRole('cell', { name: 'Drawing sheet A4', exact: true })).toBeVisible()
  await page.getByLabel('Name', { exact: true }).fill('Lane prices')
  await page.getByRole('button', { name: 'Remove column link' }).click()
  await page.getByRole('button', { name: 'Remove column price' }).click()
  await page.getByRole('button', { name: 'Save feed' }).click()
  await expect(page.getByText('Add a column with the price in the store’s currency.')).toBeVisible()
  await page.getByRole('button', { name: 'Add column' }).click()
  await page.getByLabel('Name of column 6').fill('price')
  await page.getByLabel('Content of column 6').selectOption('price')
  await page.getByRole('button', { name: 'Move column price left' }).click()
  await page.getByLabel('Search products').fill('drawing sheet a3')
  await expect(page.getByRole('row', { name: /SHT-A3 Drawing sheet A3 in stock 1.06 EUR 1.25 EUR/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Save feed' }).click()
  await expect(page.getByText('Feed “Lane prices” saved.')).toBeVisible()
  await page.goto('/channels')
  await page.getByRole('button', { name: 'Create address' }).first().click()
  const url = new URL(await page.getByTestId('address').textContent())
  const csv = await page.request.read(url.pathname + url.search)
  expect(csv.split('\r\n')[0]).toBe('sku,name,availability,sale price,price,sale period')
  expect(csv).toContain('SHT-A3,Drawing sheet A3,')
  await page.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: 'Delete feed' }).first().click()
  await expect(page.getByText('Feed “Lane prices” deleted. Its addresses no longer work.')).toBeVisible()
})

test('edits of a feed that is not saved come back with the page, and are not overwritten by someone else’s', async ({
  page,
}) => {
  await page.goto('/channels/feeds/demo-lane')
  await page.getByLabel('Name', { exact: true }).fill('Mine')
  await page.goto('/channels')
  await page.goto('/channels/feeds/demo-lane')
  await expect(page.getByText('Unsaved edits restored.')).toBeVisible()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Mine')
  const feeds = await page.request.ask<FeedsAnswer>('GET', '/feeds')
  const { id, ...theirs } = feeds.find(({ feed }) => feed.id === 'demo-lane')!.feed
  await page.request.ask('PUT', `/feeds/${id}`, { ...theirs, name: 'Theirs' })
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Mine')
  await page.getByRole('button', { name: 'Save feed' }).click()
  await expect(page.getByText(/^Someone else has edited this/)).toBeVisible()
  await page.getByRole('button', { name: 'Discard edits' }).click()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Theirs')
})
