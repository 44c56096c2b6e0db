import { createJourneyTest, expect } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: false })

test('a webhook is created with a secret that is shown once, and deleted', async ({ page }) => {
  await page.goto('/keys')
  await expect(page.getByText('No webhooks yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Add webhook' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Address').fill('shop.example')
  await dialog.getByRole('button', { name: 'Create webhook' }).click()
  await expect(dialog.getByText('Invalid format. Check how it is written.')).toBeVisible()
  await dialog.getByLabel('Address').fill('https://shop.example/hook')
  await dialog.getByLabel('Release published').click()
  await dialog.getByRole('button', { name: 'Create webhook' }).click()
  expect((await page.getByTestId('secret').textContent()).length).toBeGreaterThan(30)
  await dialog.getByRole('button', { name: 'Close' }).click()
  await expect(
    page.getByRole('row', { name: /https:\/\/shop.example\/hook Order cancelled nothing sent yet/ }),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Delete webhook' }).click()
  await expect(page.getByText('Webhook to https://shop.example/hook deleted.')).toBeVisible()
  await expect(page.getByText('No webhooks yet.')).toBeVisible()
})
