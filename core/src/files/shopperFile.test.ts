import { expect, test } from 'vitest'
import { formatShopperRow, SHOPPER_COLUMNS, SHOPPER_FORMAT, type ShopperRow } from './shopperFile.ts'
import { createRowParser, parseTableHeader } from './tableFile.ts'

const COLUMNS = new Map(SHOPPER_COLUMNS.map((name, index) => [name, index]))
const SHOPPER: ShopperRow = {
  id: 's1',
  name: 'A. Probe',
  groups: ['club'],
  tags: ['news', 'trade'],
  orders: 3,
  spent: 12_050,
  bought: ['PAD-A4'],
}

test('what is written is read back', () => {
  expect(createRowParser(COLUMNS, SHOPPER_FORMAT)(formatShopperRow(SHOPPER))).toEqual(SHOPPER)
})

test('columns that are left out say nothing', () => {
  const columns = parseTableHeader(['Name', 'ID'], SHOPPER_FORMAT)
  if (Array.isArray(columns)) throw new Error('refused')
  expect(createRowParser(columns, SHOPPER_FORMAT)(['A. Probe', 's1'])).toEqual({
    ...SHOPPER,
    groups: [],
    tags: [],
    orders: 0,
    spent: 0,
    bought: [],
  })
})

test.each([
  ['no id', { id: '' }, 'required', 'id'],
  ['orders in words', { orders: 'three' }, 'not-a-count', 'orders'],
  ['spent in words', { spent: 'a lot' }, 'not-an-amount', 'spent'],
  ['a group beyond all bounds', { groups: 'x'.repeat(65) }, 'too-long', 'groups'],
])('%s is refused at its column', (_case, changes, code, path) => {
  const cells = Object.fromEntries(formatShopperRow(SHOPPER).map((cell, index) => [SHOPPER_COLUMNS[index]!, cell]))
  const fields = Object.values({ ...cells, ...changes })
  expect(createRowParser(COLUMNS, SHOPPER_FORMAT)(fields)).toMatchObject([{ code, path }])
})
