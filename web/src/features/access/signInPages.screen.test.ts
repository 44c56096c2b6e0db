import { createJourneyTest, expect, type Page } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true, role: null })
const testPlanner = createJourneyTest({ hasDemo: true, role: 'planner' })
const testAdministrator = createJourneyTest({ hasDemo: true })

async function signIn(page: Page, email: string, password: string): Promise<void> {
  await page.getByLabel('Email').fill(email)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
}

test('a wrong password, an address that is nobody’s, and a link that has lapsed: a sentence each, no entry', async ({
  page,
}) => {
  await page.goto('/sign-in')
  for (const email of ['planner@fennmoor.example', 'nobody@fennmoor.example']) {
    await signIn(page, email, 'not the right one')
    await expect(page.locator('p[role=alert]')).toHaveText('Wrong email or password.')
  }
  await page.goto('/welcome#aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa')
  await expect(page.locator('p[role=alert]')).toContainText('This link was already used')
  await page.goto('/promotions')
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
})

testPlanner('a planner may not release, and is told who may', async ({ page }) => {
  await page.goto('/releases')
  await expect(page.getByRole('button', { name: /^Publish release/ })).toHaveCount(0)
  await expect(page.request.ask('POST', '/releases', { note: '', planRevision: 1 })).rejects.toThrow(/403/)
  await page.goto('/people')
  await expect(page.locator('p[role=alert]')).toHaveText(/^Only administrators can do this\. Ask Anton Moor\./)
})

testAdministrator('a key needs a name and something it may do; it is shown once, and revoked', async ({ page }) => {
  await page.goto('/keys')
  await expect(page.getByText('No API keys yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Create key…' }).click()
  const dialog = page.getByRole('dialog')
  const make = dialog.getByRole('button', { name: 'Create key' })
  await expect(make).toBeDisabled()
  await dialog.getByLabel('Name').fill('Web shop')
  await dialog.getByLabel(/^quote:/).uncheck()
  await expect(make).toBeDisabled()
  await dialog.getByLabel(/^orders:/).check()
  await dialog.getByRole('textbox', { name: 'Expires at the end of' }).fill('some day')
  await make.click()
  await expect(dialog.getByText(/“some day”/)).toBeVisible()
  await expect(page.getByTestId('key')).toHaveCount(0)
  await dialog.getByRole('textbox', { name: 'Expires at the end of' }).fill('2027-03-31')
  await make.click()
  await expect(page.getByTestId('key')).toBeVisible()
  await dialog.getByRole('button', { name: 'Close' }).click()
  const row = page.getByRole('row', { name: /^Web shop orders Online store never Thu 1 Apr 2027, 00:00/ })
  await expect(row).toBeVisible()
  await row.getByRole('button', { name: 'Revoke' }).click()
  await expect(page.getByText('Key “Web shop” revoked.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Revoke' })).toHaveCount(0)
})
