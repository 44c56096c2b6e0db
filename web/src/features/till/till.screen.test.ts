import { choose, createJourneyTest, expect, expectSaved } from '@/testing/journey/journey.ts'
import { add, expectTotal, FREE, open, REACH, setQuantity } from '@/testing/journey/till.ts'

const test = createJourneyTest({ hasDemo: false })

test('10 off once from 50: at 49.99, at 50.00, and with ten items', async ({ page }) => {
  await open(page, {
    kind: 'order-discount',
    reach: REACH,
    tiers: [{ from: 5000, value: { amount: 500, per: 'once' } }],
  })
  await page.getByLabel('Amount off in total', { exact: true }).fill('€ 10')
  await add(page, 'Odd', 1)
  await expectTotal(page, '49.99')
  await expect(page.getByTestId('receipt')).toContainText('Spend €0.01 more: €10.00 off')
  await setQuantity(page, 'Odd', 0)
  await add(page, 'Ten', 5)
  await expectTotal(page, '40.00')
  await setQuantity(page, 'Ten', 10)
  await expectTotal(page, '90.00')
  // A field that is emptied to be typed anew takes nothing out.
  const quantity = page.getByLabel('Quantity of Ten', { exact: true })
  await quantity.fill('')
  await expectTotal(page, '90.00')
  await quantity.press('Tab')
  await expect(quantity).toHaveValue('10')
  await expectSaved(page)
})

test('any 3 for 25, with 4 in the cart; a click on an edge puts it in the till', async ({ page }) => {
  await open(page, { kind: 'bundle', parts: [{ reach: REACH, quantity: 3 }], price: 3000, repeat: 'every' })
  await page.getByLabel('Price for all 3').fill('25')
  await add(page, 'Ten', 4)
  await expectTotal(page, '35.00')
  await expect(page.getByTestId('receipt')).toContainText('Add 2 × Ten: bundle for €25.00')
  await expect(page.getByTestId('sentence')).toContainText('Any 3 from')
  await page.getByRole('button', { name: '6 × Ten' }).click()
  await expectTotal(page, '50.00')
  await choose(page, 'Repeats per order', 'once')
  await expectTotal(page, '55.00')
  await expectSaved(page)
  await page.getByLabel('Price for all 3').fill('200')
  await expect(page.getByText('No combination is cheaper as a bundle.')).toBeVisible()
})

test('buy 1 get 1 as a gift, once and repeating, at 1, 3 and 6', async ({ page }) => {
  const get = { reach: { skus: ['FIVE'] }, quantity: 1, value: FREE }
  await open(page, { kind: 'buy-get', buy: { reach: REACH, quantity: 1 }, get, gift: true, repeat: 'once' })
  const receipt = page.getByTestId('receipt')
  await add(page, 'Ten', 1)
  await expect(receipt).toContainText('1 × Five, free gift')
  await setQuantity(page, 'Ten', 3)
  await expectTotal(page, '30.00')
  await expect(receipt).toContainText('1 × Five, free gift')
  await choose(page, 'Repeats per order', 'unlimited')
  await expect(receipt).toContainText('3 × Five, free gift')
  await setQuantity(page, 'Ten', 6)
  await expect(receipt).toContainText('6 × Five, free gift')
  await expectTotal(page, '60.00')
})

test('the till of one promotion knows what another gives', async ({ page }) => {
  const get = { reach: { skus: ['FIVE'] }, quantity: 1, value: FREE }
  const gift = { kind: 'buy-get', buy: { reach: REACH, spend: 3000 }, get, gift: true, repeat: 'every' } as const
  await open(page, gift, { name: 'Five on top' })
  const group = { group: 'sale', mode: 'group' } as const
  await open(page, { kind: 'markdown', reach: { skus: ['ODD'] }, value: { percent: 1000 } }, { stacking: group })
  await add(page, 'Ten', 2)
  await expect(page.getByText('Five on top: €10.00 short')).toBeVisible()
  await setQuantity(page, 'Ten', 6)
  await expect(page.getByTestId('receipt')).toContainText('2 × Five, free gift')
})

test('breaks at 5, 10 and 20, with 4 and 5; each upper limit follows from the next lower one', async ({ page }) => {
  await open(page, {
    kind: 'quantity-break',
    reach: REACH,
    count: 'sku',
    on: 'all',
    tiers: [{ from: 5, value: { percent: 1000 } }],
  })
  await page.getByRole('button', { name: 'Add tier' }).click()
  await page.getByRole('button', { name: 'Add tier' }).click()
  await page.getByLabel('From units').last().fill('20')
  await page.getByLabel('Percent off').last().fill('30 percent')
  await expect(page.getByText('to 9')).toBeVisible()
  await expect(page.getByText('to 19')).toBeVisible()
  await add(page, 'Ten', 4)
  await expectTotal(page, '40.00')
  await expect(page.getByTestId('receipt')).toContainText('Add 1 × Ten: 10% off')
  await setQuantity(page, 'Ten', 5)
  await expectTotal(page, '45.00')
  await setQuantity(page, 'Ten', 20)
  await expectTotal(page, '140.00')
  await page.getByLabel('From units').first().fill('10')
  await expect(page.getByRole('alert').getByText('Offer:')).toBeVisible()
})

test('a spend break, an item discount for the two cheapest, and what a change of kind can’t keep', async ({ page }) => {
  await open(page, { kind: 'spend-break', reach: REACH, tiers: [{ from: 3000, value: { percent: 1000 } }] })
  await add(page, 'Ten', 2)
  await expectTotal(page, '20.00')
  await setQuantity(page, 'Ten', 3)
  await expectTotal(page, '27.00')
  await choose(page, 'Type', /Item discount/)
  await page.getByLabel('Maximum units per cart').fill('2')
  await add(page, 'Five', 1)
  await expectTotal(page, '33.50')
  await choose(page, 'Apply to', 'most expensive first')
  await expectTotal(page, '33.00')
  await choose(page, 'Type', /Bundle price/)
  await expect(page.getByText('Not carried over: the discount.')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expectTotal(page, '33.00')
  await expectSaved(page)
})

test('free delivery from 49.00, and a surcharge on what is sent', async ({ page }) => {
  await open(page, { kind: 'delivery', basis: 'current', tiers: [{ from: 5000, value: FREE }] })
  await page.getByLabel('From', { exact: true }).fill('20')
  await add(page, 'Ten', 1)
  await page.getByRole('combobox', { name: 'Delivery', exact: true }).selectOption('parcel')
  await expectTotal(page, '14.90')
  await expect(page.getByTestId('receipt')).toContainText('Spend €10.00 more: free delivery')
  await setQuantity(page, 'Ten', 2)
  await expectTotal(page, '20.00')
  await choose(page, 'Type', /Surcharge/)
  await page.getByLabel('Percent').fill('5,5')
  await expectTotal(page, '26.00')
  await expect(page.getByText('+€1.10')).toBeVisible()
})

test('price steps: rungs are filled at once, and the edges show both sides of each', async ({ page }) => {
  const rungs = [{ at: 0, value: { price: 2000 } }]
  await open(page, { kind: 'price-steps', reach: { skus: ['TEN'] } }, { ladder: { by: 'unitsSold', rungs } })
  await page.getByRole('button', { name: 'Add many steps' }).click()
  // Proposed from the price that is there: a tenth more each time.
  await expect(page.getByLabel('Change each time')).toHaveValue('2.00')
  await page.getByLabel('Change each time').fill('5,00')
  await page.getByLabel('To', { exact: true }).fill('45,00')
  await page.getByRole('button', { name: 'Add steps (6)', exact: true }).click()
  await expect(page.getByText('once 15 are sold', { exact: true })).toBeVisible()
  await expectSaved(page)
  await add(page, 'Ten', 1)
  await expectTotal(page, '20.00')
  await expect(page.getByText('sets the regular price')).toBeVisible()
  await expect(page.getByRole('row', { name: /^2 sold/ })).toContainText('20.00')
  await expect(page.getByRole('row', { name: /^3 sold/ })).toContainText('25.00')
  await page.goto('/products/TEN')
  await expect(page.getByRole('heading', { name: /^Price by units sold/ })).toBeVisible()
  await expect(page.getByRole('row', { name: /^0 – 2 / })).toContainText('20.00')
  await expect(page.getByRole('row', { name: /^15 or more / })).toContainText('45.00')
  await expect(page.getByRole('img', { name: /^Price as “.+” sells/ })).toBeVisible()
})

test('a code that does not fit says why', async ({ page }) => {
  await open(
    page,
    { kind: 'order-discount', reach: REACH, tiers: [{ from: 3000, value: { percent: 1000 } }] },
    { code: { text: 'SPRING-7' }, when: { test: 'orders', op: '>=', count: 1 } },
  )
  const receipt = page.getByTestId('receipt')
  await add(page, 'Ten', 2)
  await page.getByLabel('Code', { exact: true }).fill('spring 7')
  await page.keyboard.press('Enter')
  await page.getByRole('combobox', { name: 'Shopper', exact: true }).selectOption('guest')
  await expect(receipt).toContainText(
    'Code spring 7 has no effect yet: needs 1 or more past orders; the shopper is a guest',
  )
  await page.getByRole('combobox', { name: 'Shopper', exact: true }).selectOption('Returning customer (sample)')
  await expect(receipt).toContainText(/has no effect yet: starts at .+ \(€10.00 short\)/)
  await setQuantity(page, 'Ten', 3)
  await expect(receipt).toContainText('Code spring 7 applied.')
  await expectTotal(page, '27.00')
  await page.getByLabel('Code', { exact: true }).fill('nothing')
  await page.keyboard.press('Enter')
  await expect(receipt).toContainText('Code nothing isn’t valid. Check the spelling')
})

test('the edges of a condition, and of a promotion that has not started: a click goes there', async ({ page }) => {
  const more = { test: 'spend', reach: REACH, basis: 'shelf', op: '>', amount: 4000 } as const
  const past = { test: 'orders', op: '>=', count: 2 } as const
  await open(
    page,
    { kind: 'item-discount', reach: REACH, value: { percent: 1000 } },
    { when: { any: [more, past] }, schedule: { start: '2027-03-20T00:00', end: '2027-03-21T00:00' } },
  )
  const edge = (name: RegExp) => page.getByRole('row', { name })
  await expect(page.getByText(/as of Sat 20 Mar, 00:00, when it runs/)).toBeVisible()
  await expect(edge(/^8 × (Five )?40.00 40.00 –/)).toBeVisible()
  await expect(edge(/^9 × (Five )?45.00 40.50 4.50/)).toBeVisible()
  await expect(edge(/^1 past order/)).toBeVisible()
  await page.getByRole('button', { name: '9 × Five' }).click()
  await expectTotal(page, '40.50')
  await expect(page.getByText('Sat 20 Mar 2027, 00:00').first()).toBeVisible()
})

test('a condition is put together as a sentence', async ({ page }) => {
  await open(page, { kind: 'item-discount', reach: REACH, value: { percent: 1000 } })
  await page.getByRole('button', { name: 'Who qualifies', exact: true }).click()
  const addTest = async (title: string) => {
    await page.getByRole('button', { name: 'Add condition…' }).first().click()
    await page.getByText(title, { exact: true }).click()
  }
  await addTest('items in the cart')
  await page.getByLabel('Number').fill('2')
  await choose(page, 'Is', 'exactly')
  await expect(page.getByText('Only exactly 2 qualifies')).toBeVisible()
  await choose(page, 'Is', 'at least')
  await addTest('customer group')
  await page.getByRole('button', { name: 'all of these' }).click()
  await expect(page.getByTestId('sentence')).toContainText(
    'for shoppers who have 2 or more items in the cart or are in club',
  )
  await add(page, 'Ten', 1)
  await expectTotal(page, '10.00')
  await setQuantity(page, 'Ten', 2)
  await expectTotal(page, '18.00')
  await page.getByRole('button', { name: 'Negate' }).first().click()
  await expectTotal(page, '20.00')
  await expectSaved(page)
})
