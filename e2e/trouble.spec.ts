import { expect, expectSaved, test } from './novalex.ts'

test('two windows on one promotion: the second save shows what differs and asks whose to keep', async ({
  page,
  context,
}) => {
  await page.goto('/promotions/demo-1')
  await expect(page.getByTestId('sentence')).toBeVisible()
  const other = await context.newPage()
  await other.goto('/promotions/demo-1')
  await other.getByLabel('Percent off').fill('18')
  await expectSaved(other)
  await page.getByRole('button', { name: 'Pause', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Edited by someone else' })).toBeVisible()
  await expect(page.getByRole('row', { name: 'state paused ready' })).toBeVisible()
  await expect(page.getByRole('radio', { name: /18% off/ })).toBeChecked()
  await expect(page.getByRole('radio', { name: 'paused' })).toBeChecked()
  await page.getByRole('button', { name: 'Save merged version' }).click()
  await expectSaved(page)
  await expect(page.getByTestId('sentence')).toContainText('18% off')
  await expect(page.getByRole('button', { name: 'Resume' })).toBeVisible()
  await other.reload()
  await expect(other.getByRole('button', { name: 'Resume' })).toBeVisible()
  await other.getByLabel('Percent off').fill('17')
  await expectSaved(other)
  await page.getByRole('button', { name: 'Resume' }).click()
  await page.getByRole('button', { name: 'Use their version' }).click()
  await expect(page.getByTestId('sentence')).toContainText('17% off')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByTestId('sentence')).toContainText('18% off')
  await expectSaved(page)
  await other.getByLabel('Percent off').fill('19')
  await expect(other.getByRole('heading', { name: 'Edited by someone else' })).toBeVisible()
  await other.getByRole('button', { name: 'Keep my version' }).click()
  await expectSaved(other)
  await page.reload()
  await expect(page.getByTestId('sentence')).toContainText('19% off')
})

test('what somebody else writes is on screen by itself, and so it is after the server was away', async ({
  page,
  context,
  novalex,
}) => {
  await page.goto('/promotions')
  const row = page.getByRole('row', { name: /Spring paper: 15% off/ })
  await expect(row).toContainText('running')
  const other = await context.newPage()
  await other.goto('/promotions/demo-1')
  await other.getByRole('button', { name: 'Pause', exact: true }).click()
  await expect(row).toContainText('paused')
  await novalex.stop()
  await expect(page.getByRole('alert').filter({ hasText: 'Can’t reach the server.' })).toBeVisible()
  await expect(row).toContainText('paused')
  await novalex.start()
  await expect(page.getByRole('alert')).toHaveCount(0)
  await other.getByRole('button', { name: 'Resume' }).click()
  await expect(row).toContainText('running')
  await other.close()
  await page.goto('/sets')
  await expect(page.getByRole('heading', { name: 'Product sets' })).toBeVisible()
  await page.request.post('/api/sets', { data: { name: 'From elsewhere', content: { filter: {} } } })
  await expect(page.getByRole('row', { name: /From elsewhere/ })).toBeVisible()
})

test('the server goes away: typing goes on, and it is saved when the server is back', async ({ page, novalex }) => {
  await page.goto('/promotions/demo-1')
  await expect(page.getByTestId('sentence')).toBeVisible()
  await novalex.stop()
  await page.getByLabel('Percent off').fill('21')
  await expect(page.getByTestId('sentence')).toContainText('21% off')
  await expect(page.getByTestId('saving')).toHaveText('Not saved yet: no connection')
  await expect(page.getByRole('alert').filter({ hasText: 'Can’t reach the server.' })).toBeVisible()
  await novalex.start()
  await expectSaved(page)
  await page.reload()
  await expect(page.getByTestId('sentence')).toContainText('21% off')
})

test('what could not be saved is still there after leaving and coming back', async ({ page, novalex }) => {
  // The other page's code has come too, with all it needs, so that one can leave while the server is away.
  const code = page.waitForResponse(/ProductsPage.*\.js/)
  await page.goto('/promotions/demo-1')
  await page.evaluate((url) => import(url), (await code).url())
  await expect(page.getByTestId('sentence')).toBeVisible()
  await novalex.stop()
  await page.getByLabel('Percent off').fill('22')
  await expect(page.getByTestId('saving')).toHaveText('Not saved yet: no connection')
  await page.getByRole('link', { name: 'Products', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Products' })).toBeVisible()
  await novalex.start()
  await page.goto('/promotions')
  await expect(page.getByRole('row', { name: /Spring paper: 15% off.* · not saved yet/ })).toBeVisible()
  await page.getByRole('link', { name: 'Spring paper: 15% off' }).click()
  await expect(page.getByText('Unsaved edits restored.')).toBeVisible()
  await expect(page.getByTestId('sentence')).toContainText('22% off')
  await expectSaved(page)
})

test('a page whose code can not come says so, and is there when the server is back', async ({ page }) => {
  await page.route(/ProductsPage.*\.js/, (route) => route.abort())
  await page.goto('/promotions')
  await expect(page.getByRole('heading', { name: 'Promotions' })).toBeVisible()
  await page.getByRole('link', { name: 'Products', exact: true }).click()
  await expect(page.getByText('Can’t load this page: no connection to the server.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Promotions' })).toBeVisible()
  await page.unroute(/ProductsPage.*\.js/)
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('heading', { name: 'Products' })).toBeVisible()
})

test('addresses that programs ask for are answered as what they are', async ({ request }) => {
  const ask = async (path: string) => {
    const answer = await request.get(path, { maxRedirects: 0 })
    return [answer.status(), answer.headers()['content-type']?.split(';')[0]]
  }
  expect(await ask('/robots.txt')).toEqual([200, 'text/plain'])
  expect((await ask('/favicon.ico'))[0]).toBe(301)
  expect((await ask('/.well-known/security.txt'))[0]).toBe(404)
  expect(await ask('/promotions/any')).toEqual([200, 'text/html'])
  expect(await ask('/shopping')).toEqual([404, 'text/html'])
})
