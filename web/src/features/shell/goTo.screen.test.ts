import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })
const testReader = createJourneyTest({ hasDemo: true, role: 'reader' })

/** Opens the dialog by key and types into it. */
async function type(page: Page, typed: string): Promise<void> {
  await expect(page.getByRole('button', { name: /^Go to…/ })).toBeVisible()
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Page, promotion, product, order or code' }).fill(typed)
}

const option = (page: Page, name: RegExp) => page.getByRole('option', { name })

test('a page, a promotion by its code, a product and a command are found by typing; recent ones come first', async ({
  page,
}) => {
  await page.goto('/today')
  await type(page, 'stack')
  await option(page, /^Stacking Page/).click()
  await expect(page.getByRole('heading', { name: 'Stacking', exact: true })).toBeVisible()
  await type(page, 'welcome-back')
  await option(page, /^Welcome back: 10% off Promotion/).click()
  await expect(page.getByRole('heading', { name: 'Welcome back: 10% off' })).toBeVisible()
  await type(page, 'oil set 8')
  await option(page, /^Oil set 8 colours · OIS-8COL Product/).click()
  await expect(page.getByRole('heading', { name: 'Oil set 8 colours' })).toBeVisible()
  await page.keyboard.press('Control+k')
  await expect(page.locator('.v-overlay [role=option]').first()).toContainText('Oil set 8 colours')
  await page.keyboard.press('Escape')
  await type(page, 'new promo')
  await option(page, /^New promotion Command/).click()
  await expect(page.getByText('Or choose a type')).toBeVisible()
})

test('what is typed is looked for among orders and codes, too', async ({ page }) => {
  await page.goto('/today')
  await type(page, 'S-0594')
  await option(page, /^Search orders for “S-0594”/).click()
  await expect(page.getByRole('textbox', { name: 'Number, shopper, SKU, code or email' })).toHaveValue('S-0594')
  await type(page, 'PRESS-NONE')
  await option(page, /^Look up code “PRESS-NONE”/).click()
  await expect(page.getByText(/Unknown code|Mistyped/)).toBeVisible()
})

testReader('what lies damaged or out of reach in the browser is passed over', async ({ page }) => {
  // As if another window had written it.
  const store = (key: string, newValue: string) => {
    localStorage.setItem(key, newValue)
    window.dispatchEvent(new StorageEvent('storage', { key, newValue, storageArea: localStorage }))
  }
  store('novalex.folded', '{"run":1}')
  store('novalex.recent', JSON.stringify([null, 3, { id: '/people', title: 'People', kind: 'Page' }]))
  await page.goto('/today')
  await expect(page.getByRole('link', { name: 'Releases', exact: true })).toBeVisible()
  await type(page, '')
  await expect(option(page, /^Today Page/)).toBeVisible()
  await expect(option(page, /^People Page/)).toHaveCount(0)
})

testReader('what a role can’t use is absent; a folded section stays folded', async ({ page }) => {
  await page.goto('/today')
  await type(page, 'p')
  await expect(option(page, /^Products Page/)).toBeVisible()
  await expect(option(page, /^People Page/)).toHaveCount(0)
  await expect(option(page, /^New promotion/)).toHaveCount(0)
  await expect(option(page, /^Look up code/)).toHaveCount(0)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Run', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Releases', exact: true })).toHaveCount(0)
  await page.reload()
  await expect(page.getByRole('link', { name: 'Calendar' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Releases', exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'Run', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Releases', exact: true })).toBeVisible()
})
