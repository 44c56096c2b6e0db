import type { PromotionRecord } from '@novalex/contract'
import { createJourneyTest, expect, expectSaved, type Page } from '@/testing/journey/journey.ts'
import { open, REACH } from '@/testing/journey/till.ts'
import { waitUntil } from '@/testing/waitUntil.ts'

const test = createJourneyTest({ hasDemo: false })

test('a reason proposes a mechanic and a first draft', async ({ page }) => {
  await page.goto('/promotions')
  await page.getByRole('button', { name: 'New promotion' }).click()
  await page.getByRole('button', { name: /^Win back/ }).click()
  await page.getByRole('button', { name: /^Select all products/ }).click()
  await expect(page.getByTestId('sentence')).toContainText(
    /€5.00 off orders of €40.00 or more, .*for shoppers with 1 or more past orders with code BACK-[A-Z2-9]{6}/,
  )
})

test('a list of SKUs is pasted; lines that name no product are named', async ({ page }) => {
  await open(page, { kind: 'item-discount', reach: REACH, value: { percent: 1000 } })
  await page.getByRole('button', { name: 'Products', exact: true }).click()
  await page.getByRole('button', { name: 'Paste SKUs…' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox', { name: 'SKUs' }).fill('TEN\nTWELVE; FIVE')
  await dialog.getByRole('button', { name: 'Add 3 SKUs' }).click()
  await expect(dialog.getByText('line 2: TWELVE')).toBeVisible()
  await dialog.getByRole('button', { name: 'Add the others' }).click()
  await expect(page.getByTestId('sentence')).toContainText('Ten or Five')
  await expect(page.getByText('2 products')).toBeVisible()
  await expectSaved(page)
})

/** Until the server has it so. */
async function expectKept(page: Page, kept: Readonly<Record<string, unknown>>): Promise<void> {
  const id = location.pathname.split('/').at(-1)!
  await waitUntil(async () => {
    expect((await page.request.ask<PromotionRecord>('GET', `/promotions/${id}`)).promotion).toMatchObject(kept)
  })
}

const off = (percent: number) => ({ percent })

test('tiers typed without a pause are all kept', async ({ page }) => {
  const tiers = [2, 4, 6].map((from) => ({ from, value: off(from * 100) }))
  await open(page, { kind: 'quantity-break', count: 'reach', on: 'all', reach: REACH, tiers })
  await page.getByLabel('From units', { exact: true }).typeAtOnce(['3', '5', '9'])
  await page.getByLabel('Percent off', { exact: true }).typeAtOnce(['11', '12', '13'])
  await expect(page.getByTestId('sentence')).toContainText('13%')
  await expectKept(page, {
    mechanic: {
      tiers: [
        { from: 3, value: off(1100) },
        { from: 5, value: off(1200) },
        { from: 9, value: off(1300) },
      ],
    },
  })
})

test('steps by units sold typed without a pause are all kept', async ({ page }) => {
  const rungs = [10, 20, 30].map((at) => ({ at, value: off(at * 100) }))
  await open(page, { kind: 'markdown', reach: REACH, value: off(500) }, { ladder: { by: 'unitsSold', rungs } })
  const steps = page.locator('.rungs')
  await steps.getByLabel('Percent off', { exact: true }).typeAtOnce(['11', '12', '13'])
  await steps.locator('[inputmode=numeric]').typeAtOnce(['12', '24', '36'])
  await page.getByLabel('Internal name').focus()
  await expect(page.getByText('once 36 are sold', { exact: true })).toBeVisible()
  await expectKept(page, {
    ladder: {
      by: 'unitsSold',
      rungs: [
        { at: 12, value: off(1100) },
        { at: 24, value: off(1200) },
        { at: 36, value: off(1300) },
      ],
    },
  })
})

test('listed prices typed without a pause are all kept', async ({ page }) => {
  await open(page, { kind: 'markdown', reach: {}, prices: { TEN: 900, ODD: 4000, FIVE: 400 } })
  await page.getByLabel(/^Price of /).typeAtOnce(['8', '30', '3'])
  await expect(page.getByLabel('Price of Odd')).toHaveValue('30.00')
  await expectKept(page, { mechanic: { prices: { TEN: 800, ODD: 3000, FIVE: 300 } } })
})

test('hours of the week typed without a pause are all kept', async ({ page }) => {
  const weekly = [6, 7].map((day) => ({ days: [day], from: '08:00', to: '18:00' }))
  const schedule = { start: '2027-03-01T00:00', end: '2027-04-01T00:00', weekly }
  await open(page, { kind: 'markdown', reach: REACH, value: off(500) }, { schedule })
  await page.getByRole('button', { name: 'Dates', exact: true }).click()
  const hours = page.locator('.window')
  await hours.getByLabel('from', { exact: true }).typeAtOnce(['9', '10'])
  await hours.getByLabel('to', { exact: true }).typeAtOnce(['17', '16'])
  await expectKept(page, {
    schedule: {
      weekly: [
        { days: [6], from: '09:00', to: '17:00' },
        { days: [7], from: '10:00', to: '16:00' },
      ],
    },
  })
})

test('bands of new prices typed without a pause are all kept', async ({ page }) => {
  await page.goto('/reprice?text=ten')
  await page.getByRole('button', { name: 'Add price band' }).click()
  await page.getByRole('button', { name: 'Add price band' }).click()
  await page.getByLabel('Percent', { exact: true }).typeAtOnce(['50', '20', '10'])
  await expect(page.getByLabel('Percent', { exact: true }).nth(0)).toHaveValue('50')
  await expect(page.getByLabel('Percent', { exact: true }).nth(1)).toHaveValue('20')
  await expect(page.getByLabel('Percent', { exact: true }).nth(2)).toHaveValue('10')
})
