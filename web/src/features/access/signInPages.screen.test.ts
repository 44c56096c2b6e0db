import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true, role: null })
const testPlanner = createJourneyTest({ hasDemo: true, role: 'planner' })
const testAdministrator = createJourneyTest({ hasDemo: true })

async function signIn(page: Page, email: string, password: string): Promise<void> {
  await page.getByLabel('E-mail').fill(email)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
}

test('a wrong password, an address that is nobody’s, and a link that has lapsed: a sentence each, no entry', async ({
  page,
}) => {
  await page.goto('/sign-in')
  for (const email of ['planner@fennmoor.example', 'nobody@fennmoor.example']) {
    await signIn(page, email, 'not the right one')
    await expect(page.locator('p[role=alert]')).toHaveText(
      'This address and this password do not belong together. Check both.',
    )
  }
  await page.goto('/welcome#aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa')
  await expect(page.locator('p[role=alert]')).toContainText('This link was used')
  await page.goto('/promotions')
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
})

testPlanner('a planner may not release, and is told who may', async ({ page }) => {
  await page.goto('/releases')
  await expect(page.getByRole('button', { name: /^Make release/ })).toHaveCount(0)
  await expect(page.request.ask('POST', '/releases', { note: '', planRevision: 1 })).rejects.toThrow(/403/)
  await page.goto('/people')
  await expect(page.locator('p[role=alert]')).toHaveText(
    /^This takes an administrator; you are a planner\. Anton Moor can do it\./,
  )
})

testAdministrator('a key needs a name and something it may do; it is shown once, and revoked', async ({ page }) => {
  await page.goto('/keys')
  await expect(page.getByText('There is no key yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Make a key …' }).click()
  const dialog = page.getByRole('dialog')
  const make = dialog.getByRole('button', { name: 'Make it' })
  await expect(make).toBeDisabled()
  await dialog.getByLabel('What it is for').fill('Web shop')
  await dialog.getByLabel(/^quote:/).uncheck()
  await expect(make).toBeDisabled()
  await dialog.getByLabel(/^orders:/).check()
  await dialog.getByRole('textbox', { name: 'Ends at the end of' }).fill('some day')
  await make.click()
  await expect(dialog.getByText(/“some day”/)).toBeVisible()
  await expect(page.getByTestId('key')).toHaveCount(0)
  await dialog.getByRole('textbox', { name: 'Ends at the end of' }).fill('2027-03-31')
  await make.click()
  await expect(page.getByTestId('key')).toBeVisible()
  await dialog.getByRole('button', { name: 'Done' }).click()
  const row = page.getByRole('row', { name: /^Web shop orders never Thu 1 Apr 2027, 00:00/ })
  await expect(row).toBeVisible()
  await row.getByRole('button', { name: 'Revoke' }).click()
  await expect(page.getByText('The key for Web shop is not taken any more.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Revoke' })).toHaveCount(0)
})
