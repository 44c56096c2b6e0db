import type { PromotionDraft } from '@novalex/contract'
import type { Page } from '@playwright/test'
import { bringInProducts, expect, plan } from './novalex.ts'

/** Three products at round prices, so that limits can be met to the cent. */
const PRODUCTS = [
  'sku;name;categories;regular_price;unit_cost;tax_rate',
  'TEN;Ten;Tests;10,00;2,00;20',
  'ODD;Odd;Tests;49,99;2,00;20',
  'FIVE;Five;Tests;5,00;1,00;20',
].join('\r\n')

export const REACH = { categories: ['tests'] }

/** A promotion of the test products that is ready and has begun, opened with an empty till. */
export async function open(page: Page, mechanic: PromotionDraft['mechanic'], changes: Partial<PromotionDraft> = {}) {
  await bringInProducts(page, PRODUCTS)
  const isOutside = ['price-steps', 'delivery', 'surcharge'].includes(mechanic.kind)
  const id = await plan(page.request, {
    name: 'Under test',
    schedule: { start: '2027-03-01T00:00', end: '2027-04-01T00:00' },
    stacking: isOutside ? undefined : { group: 'multi-buy', mode: 'group' },
    mechanic,
    ...changes,
  })
  await page.goto(`/promotions/${id}`)
  await page.getByRole('button', { name: 'Clear cart' }).click()
}

export async function add(page: Page, name: string, quantity: number): Promise<void> {
  const search = page.getByRole('combobox', { name: 'Add a product' })
  await search.fill(name)
  await page.getByRole('option', { name: new RegExp(`^${name}\\b`) }).click()
  await expect(search).toHaveValue('')
  await setQuantity(page, name, quantity)
}

const setQuantity = (page: Page, name: string, quantity: number) =>
  page.getByTestId('receipt').getByLabel(`Quantity of ${name}`).fill(String(quantity))

export const expectTotal = (page: Page, total: string) =>
  expect(page.getByTestId('receipt').getByRole('status')).toHaveText(`€${total}`)
