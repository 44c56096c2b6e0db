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
  await page.getByRole('button', { name: 'Pause' }).click()
  await expect(page.getByRole('heading', { name: 'Someone else changed this promotion' })).toBeVisible()
  await expect(page.getByRole('row', { name: 'state paused ready' })).toBeVisible()
  await expect(page.getByRole('radio', { name: /18 % less/ })).toBeChecked()
  await expect(page.getByRole('radio', { name: 'paused' })).toBeChecked()
  await page.getByRole('button', { name: 'Save it like this' }).click()
  await expectSaved(page)
  await expect(page.getByTestId('sentence')).toContainText('18 % less')
  await expect(page.getByRole('button', { name: 'Resume' })).toBeVisible()
  await other.reload()
  await expect(other.getByRole('button', { name: 'Resume' })).toBeVisible()
  await other.getByLabel('Percent off').fill('17')
  await expectSaved(other)
  await page.getByRole('button', { name: 'Resume' }).click()
  await page.getByRole('button', { name: 'Take all of theirs' }).click()
  await expect(page.getByTestId('sentence')).toContainText('17 % less')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByTestId('sentence')).toContainText('18 % less')
  await expectSaved(page)
  await other.getByLabel('Percent off').fill('19')
  await expect(other.getByText('Someone else changed this promotion')).toBeVisible()
  await other.getByRole('button', { name: 'Keep all of mine' }).click()
  await expectSaved(other)
  await page.reload()
  await expect(page.getByTestId('sentence')).toContainText('19 % less')
})

test('what somebody else writes is on screen by itself, and so it is after the server was away', async ({
  page,
  context,
  novalex,
}) => {
  await page.goto('/promotions')
  const row = page.getByRole('row', { name: /Spring paper, 15 %/ })
  await expect(row).toContainText('running')
  const other = await context.newPage()
  await other.goto('/promotions/demo-1')
  await other.getByRole('button', { name: 'Pause' }).click()
  await expect(row).toContainText('paused')
  await novalex.stop()
  await expect(page.getByRole('alert').filter({ hasText: 'The server does not answer.' })).toBeVisible()
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
  await expect(page.getByTestId('sentence')).toContainText('21 % less')
  await expect(page.getByTestId('saving')).toHaveText('not saved yet: the server does not answer')
  await expect(page.getByRole('alert').filter({ hasText: 'The server does not answer.' })).toBeVisible()
  await novalex.start()
  await expectSaved(page)
  await page.reload()
  await expect(page.getByTestId('sentence')).toContainText('21 % less')
})

test('what could not be saved is still there after leaving and coming back', async ({ page, novalex }) => {
  // The other page's code has come too, with all it needs, so that one can leave while the server is away.
  const code = page.waitForResponse(/ProductsPage.*\.js/)
  await page.goto('/promotions/demo-1')
  await page.evaluate((url) => import(url), (await code).url())
  await expect(page.getByTestId('sentence')).toBeVisible()
  await novalex.stop()
  await page.getByLabel('Percent off').fill('22')
  await expect(page.getByTestId('saving')).toHaveText('not saved yet: the server does not answer')
  await page.getByRole('link', { name: 'Products', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Products' })).toBeVisible()
  await novalex.start()
  await page.goto('/promotions')
  await expect(page.getByRole('row', { name: /Spring paper, 15 %.* · not saved yet/ })).toBeVisible()
  await page.getByRole('link', { name: 'Spring paper, 15 %' }).click()
  await expect(page.getByText('Your unsaved edits from before are back.')).toBeVisible()
  await expect(page.getByTestId('sentence')).toContainText('22 % less')
  await expectSaved(page)
})

test('a page whose code can not come says so, and is there when the server is back', async ({ page }) => {
  await page.route(/ProductsPage.*\.js/, (route) => route.abort())
  await page.goto('/promotions')
  await expect(page.getByRole('heading', { name: 'Promotions' })).toBeVisible()
  await page.getByRole('link', { name: 'Products', exact: true }).click()
  await expect(page.getByText('This page can not be shown until the server answers.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Promotions' })).toBeVisible()
  await page.unroute(/ProductsPage.*\.js/)
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('heading', { name: 'Products' })).toBeVisible()
})

test('leaving right after typing loses nothing', async ({ page }) => {
  await page.goto('/promotions/demo-1')
  await page.getByLabel('Percent off').fill('23')
  await page.getByRole('link', { name: 'Products', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Products' })).toBeVisible()
  await page.goto('/promotions/demo-1')
  await expect(page.getByTestId('sentence')).toContainText('23 % less')
})

test('deleting, pausing and extending from the list can be undone; dates of another decade are pointed out', async ({
  page,
}) => {
  await page.goto('/promotions')
  const row = page.getByRole('row', { name: /Spring paper, 15 %/ })
  const choose = async (name: string) => {
    await row.getByRole('button', { name: 'Actions for Spring paper, 15 %' }).click()
    await page.getByText(name, { exact: true }).click()
  }
  const undo = () => page.getByRole('button', { name: 'Undo' }).click()
  await choose('Pause')
  await expect(row).toContainText('paused')
  await undo()
  await expect(row).toContainText('running')
  await choose('Extend + 4 weeks')
  await expect(row).toContainText('Wed 28 Apr, 24:00')
  await undo()
  await expect(row).toContainText('Wed 31 Mar, 24:00')
  await choose('Delete')
  await expect(row).toHaveCount(0)
  await undo()
  await expect(row).toContainText('running')
  await page.goto('/promotions/demo-5')
  await page.getByRole('button', { name: 'Until when', exact: true }).click()
  for (const [name, day] of [
    ['First day', '2016-03-04'],
    ['Last day', '2016-03-11'],
  ] as const) {
    await page.getByRole('textbox', { name }).fill(day)
    await page.getByRole('textbox', { name }).press('Enter')
  }
  await expect(page.getByText(/This start lies 4,0\d\d days back. Is the year right/)).toBeVisible()
  await expect(page.getByText('This end has passed: the promotion no longer runs. Is the year right?')).toBeVisible()
})

test('an address that is nothing says so', async ({ page }) => {
  await page.goto('/nothing/here')
  await expect(page.getByText('There is nothing at this address.')).toBeVisible()
  await page.goto('/promotions/none')
  await expect(page.getByText('This promotion is not there, or no longer.')).toBeVisible()
  await page.goto('/shop/products/none')
  await expect(page.getByText('This product is not there, or no longer.')).toBeVisible()
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

test('the till prices for the shopper who stands at it, and so do the edges', async ({ page }) => {
  await page.goto('/promotions/demo-7')
  await expect(page.getByText('takes off 6.07 €')).toBeVisible()
  await expect(page.getByText('Priced for somebody whom it is for')).toHaveCount(0)
  await page.getByLabel('Shopper').selectOption({ label: 'guest' })
  await expect(page.getByText('can’t be known for a guest; it is for anyone').first()).toBeVisible()
  const last = page.getByRole('row', { name: /^Thu 6 May, 23:59:59/ })
  await expect(page.getByText('Priced for somebody whom it is for')).toBeVisible()
  await expect(last).toContainText('34.38')
  await page.getByLabel('Shopper').selectOption({ label: 'member of club' })
  await expect(page.getByText('takes off 6.07 €')).toBeVisible()
  await expect(page.getByTestId('receipt').getByRole('status')).toHaveText('34.38')
  await expect(page.getByText('Priced for somebody whom it is for')).toHaveCount(0)
  await expect(last).toContainText('34.38')
  await expect(page.getByRole('row', { name: /^Fri 7 May, 00:00/ })).toContainText('–')
})
