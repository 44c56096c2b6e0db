import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import { DRAFT } from '../drafts.ts'
import { expect, type Page } from './journey.ts'

export const FREE = { percent: 10_000 }

/** All goods of the shop of three products. */
export const REACH = { categories: ['tests'] }

/** Plans a promotion of these goods that is ready and has begun, and opens it with an empty till; returns its id. */
export async function open(
  page: Page,
  mechanic: PromotionDraft['mechanic'],
  changes: Partial<PromotionDraft> = {},
): Promise<string> {
  const { stacking: _none, ...draft } = { ...DRAFT, name: 'Under test' }
  const isOutside = ['price-steps', 'delivery', 'surcharge'].includes(mechanic.kind)
  const stacking = isOutside ? {} : { stacking: { group: 'multi-buy', mode: 'group' } }
  const body = { ...draft, ...stacking, mechanic, ...changes }
  const { promotion } = await page.request.ask<PromotionRecord>('POST', '/promotions', body)
  await page.goto(`/promotions/${promotion.id}`)
  await page.getByRole('button', { name: 'Clear cart' }).click()
  return promotion.id
}

export async function add(page: Page, name: string, quantity: number): Promise<void> {
  const search = page.getByRole('combobox', { name: 'Add a product' })
  await search.fill(name)
  await page.getByRole('option', { name: new RegExp(`^${name}\\b`) }).click()
  await expect(search).toHaveValue('')
  await setQuantity(page, name, quantity)
}

export const setQuantity = (page: Page, name: string, quantity: number) =>
  page.getByTestId('receipt').getByLabel(`Quantity of ${name}`).fill(String(quantity))

export const expectTotal = (page: Page, total: string) =>
  expect(page.getByTestId('receipt').getByRole('status')).toHaveText(`€${total}`)
