import { choose, createJourneyTest, expect } from '@/testing/journey/journey.ts'

const test = createJourneyTest({ hasDemo: true })
const testSmallShop = createJourneyTest({ hasDemo: false })

test('bars in lanes by campaign, category and kind; what has no dates yet stands apart', async ({ page }) => {
  await page.goto('/calendar')
  await expect(
    page.getByRole('button', { name: /^Frames: clearance by price band.*Thu 4 Mar – end of Wed 24 Mar/ }),
  ).toBeVisible()
  await expect(page.getByText('Waiting for occasion dates:')).toBeVisible()
  await choose(page, 'Group by', 'category')
  await expect(page.getByRole('heading', { name: 'Framing' })).toBeVisible()
  await choose(page, 'Group by', 'type')
  await expect(page.getByRole('heading', { name: 'Framing' })).toBeHidden()
  await expect(page.getByRole('heading', { name: /bundle price/i })).toBeVisible()
})

test('arrows move a bar by a day, with Shift they stretch it; undo puts it back', async ({ page }) => {
  const bar = (span: string) =>
    page.getByRole('button', { name: new RegExp(`^Frames: clearance by price band.*${span}`) })
  await page.goto('/calendar')
  await bar('Thu 4 Mar – end of Wed 24 Mar').press('ArrowRight')
  await expect(bar('Fri 5 Mar – end of Thu 25 Mar')).toBeVisible()
  await bar('Fri 5 Mar – end of Thu 25 Mar').press('Shift+ArrowLeft')
  await expect(bar('Fri 5 Mar – end of Wed 24 Mar')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(bar('Fri 5 Mar – end of Thu 25 Mar')).toBeVisible()
})

testSmallShop('a plan without promotions says so', async ({ page }) => {
  await page.goto('/calendar')
  await expect(page.getByText('No promotions yet.')).toBeVisible()
})
