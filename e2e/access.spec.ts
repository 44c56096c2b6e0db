import type { Page } from '@playwright/test'
import { expect, expectSaved, findAxeFaults, tabTo, test } from './novalex.ts'

const SCREENS = [
  ['Promotions', '/promotions', 'Spring paper: 15% off'],
  ['a promotion', '/promotions/demo-1', 'Edge cases'],
  ['a promotion with bands', '/promotions/demo-5', 'Add price band'],
  ['a cart offer', '/promotions/demo-13', 'Edge cases'],
  ['the calendar', '/calendar', 'Deepest discount'],
  ['a campaign', '/campaigns/clearance', 'Delete campaign'],
  ['Product sets', '/sets', 'Small treats'],
  ['shoppers', '/shoppers', 'newsletter'],
  ['Today', '/today', 'Running now'],
  ['findings', '/findings', 'Three brushes'],
  ['occasions', '/occasions', 'Town fair'],
  ['stacking', '/stacking', 'Compare two promotions'],
  ['Test carts', '/test-carts', 'Three brushes'],
  ['Products', '/products', 'Drawing sheet A4'],
  ['a product', '/products/SHT-A3', 'Price history and forecast'],
  ['new prices', '/reprice', 'Check'],
  ['Releases', '/releases', 'Release history'],
  ['the store', '/store', 'Delivery prices before discounts.'],
  ['people', '/people', 'planner@fennmoor.example'],
  ['keys for shops', '/keys', 'No API keys yet.'],
  ['the mailbox', '/mailbox', 'No emails yet.'],
  ['the log', '/log', 'Relia Voss'],
  ['oneself', '/me', 'this one'],
  ['the interface for programs', '/reference', '/api/shop/cart'],
  ['the shop', '/shop', 'Drawing sheet A4'],
  ['a product in the shop', '/shop/products/SHT-A3', 'Back to products'],
] as const

/** Some screens a journey, since each begins with the demo shop fresh. */
const TOGETHER = 4
const groups = Array.from({ length: Math.ceil(SCREENS.length / TOGETHER) }, (_none, at) =>
  SCREENS.slice(at * TOGETHER, (at + 1) * TOGETHER),
)

for (const group of groups) {
  test(`axe finds nothing serious in either theme: ${group.map(([name]) => name).join(', ')}`, async ({ page }) => {
    for (const [name, path, landmark] of group) {
      await test.step(name, async () => {
        await page.goto(path)
        await expect(page.getByText(landmark).first()).toBeVisible()
        await page.waitForLoadState('networkidle')
        await useTheme(page, 'paper')
        expect(await findAxeFaults(page), name).toEqual([])
        await useTheme(page, 'night')
        // The other theme changes nothing but colours.
        expect(await findAxeFaults(page, ['color-contrast']), `${name}, dark`).toEqual([])
      })
    }
  })
}

/** As if another window had chosen it; some pages have no switch. */
async function useTheme(page: Page, theme: 'paper' | 'night'): Promise<void> {
  await page.evaluate((newValue) => {
    const key = 'novalex.theme'
    localStorage.setItem(key, newValue)
    window.dispatchEvent(new StorageEvent('storage', { key, newValue, storageArea: localStorage }))
  }, theme)
  await expect(page.locator('html')).toHaveCSS('color-scheme', theme === 'night' ? 'dark' : 'light')
}

test('by keyboard alone: find a promotion, change it, step through time, release it', async ({ page }) => {
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
  }
  await page.goto('/products')
  await expect(page.getByText('240 products')).toBeVisible()
  await press('g', 'o')
  await expect(page.getByRole('heading', { name: 'Promotions' })).toBeVisible()
  await press('/')
  await page.keyboard.type('sketchbooks')
  await expect(page.getByText('1 promotion', { exact: true })).toBeVisible()
  const link = page.getByRole('link', { name: 'Sketchbooks: one price' })
  await tabTo(page, link)
  await press('Enter')
  const price = page.getByLabel('New price of each unit')
  await expect(price).toBeVisible()
  await tabTo(page, price)
  await press('Control+a')
  await page.keyboard.type('9,50')
  await expectSaved(page)
  await press('Control+z')
  await expect(page.getByTestId('sentence')).toContainText('€9.90 each')
  await press('Control+Shift+z')
  await expect(page.getByTestId('sentence')).toContainText('€9.50 each')
  await expectSaved(page)
  await page.getByRole('heading', { name: 'Till' }).click()
  const moment = page.getByRole('button', { name: /, Choose date and time$/ })
  await expect(moment).toContainText('Wed 10 Mar 2027, 09:41')
  await press('.')
  await expect(moment).toContainText('Sat 13 Mar 2027, 00:00')
  await press('.')
  await expect(moment).toContainText('Mon 15 Mar 2027, 00:00')
  await press(',')
  await expect(moment).toContainText('Sat 13 Mar 2027, 00:00')
  await press('n')
  await expect(moment).toContainText('Wed 10 Mar 2027, 09:41')
  await press('?')
  await expect(page.getByRole('heading', { name: 'Shortcuts' })).toBeVisible()
  await press('g', 'r')
  await expect(page.getByRole('heading', { name: 'Shortcuts' })).toBeHidden()
  await expect(page.getByRole('row', { name: /Changed Sketchbooks: one price/ })).toBeVisible()
  const note = page.getByLabel('Note for this release')
  await tabTo(page, note)
  await page.keyboard.type('Sketchbooks at 9.50')
  await press('Enter')
  await expect(page.getByText('Release 2 is live.')).toBeVisible()
})
