import type { PromotionDraft } from '@novalex/contract'
import { type Locator, type Page } from '@playwright/test'
import { expect, test } from './novalex.ts'
import { open, REACH } from './till.ts'

/**
 * Types into all fields in one go, on a main thread slowed six-fold, so that nothing is drawn in between: what a fast typist does on a machine that
 * hangs. Each text in the order of the fields.
 */
async function typeAtOnce(fields: Locator, texts: readonly string[]): Promise<void> {
  await expect(fields).toHaveCount(texts.length)
  const session = await fields.page().context().newCDPSession(fields.page())
  await session.send('Emulation.setCPUThrottlingRate', { rate: 6 })
  await fields.evaluateAll((elements, values) => {
    for (const [at, element] of elements.entries()) {
      const field = element as HTMLInputElement
      field.focus()
      field.value = values[at]!
      field.dispatchEvent(new Event('input', { bubbles: true }))
    }
  }, texts)
  await session.detach()
}

/** Until the server has it so. */
async function expectKept(page: Page, kept: Readonly<Record<string, unknown>>): Promise<void> {
  const id = new URL(page.url()).pathname.split('/').at(-1)!
  await expect(async () => {
    const answer = await page.request.get(`/api/promotions/${id}`)
    expect(((await answer.json()) as { promotion: PromotionDraft }).promotion).toMatchObject(kept)
  }).toPass({ timeout: 30_000 })
}

const off = (percent: number) => ({ percent })

test('tiers typed without a pause are all kept', async ({ page }) => {
  const tiers = [2, 4, 6].map((from) => ({ from, value: off(from * 100) }))
  await open(page, { kind: 'quantity-break', count: 'reach', on: 'all', reach: REACH, tiers })
  await typeAtOnce(page.getByLabel('From items', { exact: true }), ['3', '5', '9'])
  await typeAtOnce(page.getByLabel('Percent off', { exact: true }), ['11', '12', '13'])
  await expect(page.getByTestId('sentence')).toContainText('13 %')
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
  await typeAtOnce(steps.getByLabel('Percent off', { exact: true }), ['11', '12', '13'])
  await typeAtOnce(steps.getByRole('textbox').and(page.locator('[inputmode=numeric]')), ['12', '24', '36'])
  await page.getByLabel('Name, for you alone').focus()
  await expect(page.getByText('once 36 are sold')).toBeVisible()
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
  await typeAtOnce(page.getByLabel(/^Price of /), ['8', '30', '3'])
  await expect(page.getByLabel('Price of Odd')).toHaveValue('30.00')
  await expectKept(page, { mechanic: { prices: { TEN: 800, ODD: 3000, FIVE: 300 } } })
})

test('hours of the week typed without a pause are all kept', async ({ page }) => {
  const weekly = [6, 7].map((day) => ({ days: [day], from: '08:00', to: '18:00' }))
  const schedule = { start: '2027-03-01T00:00', end: '2027-04-01T00:00', weekly }
  await open(page, { kind: 'markdown', reach: REACH, value: off(500) }, { schedule })
  await page.getByRole('button', { name: 'Until when', exact: true }).click()
  const hours = page.locator('.window')
  await typeAtOnce(hours.getByLabel('from', { exact: true }), ['9', '10'])
  await typeAtOnce(hours.getByLabel('to', { exact: true }), ['17', '16'])
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
  await page.goto('/reprice?text=marker')
  await page.getByRole('button', { name: 'Another price band' }).click()
  await page.getByRole('button', { name: 'Another price band' }).click()
  await typeAtOnce(page.getByLabel('Percent', { exact: true }), ['50', '20', '10'])
  await expect(page.getByLabel('Percent', { exact: true }).nth(0)).toHaveValue('50')
  await expect(page.getByLabel('Percent', { exact: true }).nth(1)).toHaveValue('20')
  await expect(page.getByLabel('Percent', { exact: true }).nth(2)).toHaveValue('10')
})
