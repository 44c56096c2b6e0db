import { choose, createJourneyTest, expect } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })
const testSmallShop = createJourneyTest({ hasDemo: false })

test('bars in lanes by campaign, category and kind; what has no dates yet stands apart', async ({ page }) => {
  await page.goto('/calendar')
  await expect(
    page.getByRole('button', { name: /^Last frames, by price.*Thu 4 Mar, 00:00 – Wed 24 Mar, 24:00/ }),
  ).toBeVisible()
  await expect(page.getByText('Waiting for the dates of an occasion:')).toBeVisible()
  await choose(page, 'Lanes by', 'category')
  await expect(page.getByRole('heading', { name: 'Framing' })).toBeVisible()
  await choose(page, 'Lanes by', 'kind')
  await expect(page.getByRole('heading', { name: 'Framing' })).toBeHidden()
  await expect(page.getByRole('heading', { name: /bundle price/i })).toBeVisible()
})

test('arrows move a bar by a day, with Shift they stretch it; undo puts it back', async ({ page }) => {
  const bar = (span: string) => page.getByRole('button', { name: new RegExp(`^Last frames, by price.*${span}`) })
  await page.goto('/calendar')
  await bar('Thu 4 Mar, 00:00 – Wed 24 Mar, 24:00').press('ArrowRight')
  await expect(bar('Fri 5 Mar, 00:00 – Thu 25 Mar, 24:00')).toBeVisible()
  await bar('Fri 5 Mar, 00:00 – Thu 25 Mar, 24:00').press('Shift+ArrowLeft')
  await expect(bar('Fri 5 Mar, 00:00 – Wed 24 Mar, 24:00')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(bar('Fri 5 Mar, 00:00 – Thu 25 Mar, 24:00')).toBeVisible()
})

testSmallShop('a plan without promotions says so', async ({ page }) => {
  await page.goto('/calendar')
  await expect(page.getByText('There is no promotion yet.')).toBeVisible()
})
