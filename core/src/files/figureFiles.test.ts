import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  formatHistoryRow,
  formatPriceRow,
  formatStockRow,
  HISTORY_FORMAT,
  PRICE_FORMAT,
  SET_FORMAT,
  STOCK_FORMAT,
} from './figureFiles.ts'
import { createRowParser, parseTableHeader, type TableFormat } from './tableFile.ts'

function parserOf<C extends string, R>(format: TableFormat<C, R>, header: readonly string[] = format.columns) {
  const columns = parseTableHeader(header, format)
  if (Array.isArray(columns)) throw new Error(JSON.stringify(columns))
  return createRowParser(columns, format)
}

/** Problems of a row, as `column code`. */
function faultsOf<C extends string, R>(format: TableFormat<C, R>, fields: readonly string[]): string[] {
  const result = parserOf(format)(fields)
  return Array.isArray(result) ? result.map(({ path, code }) => `${path} ${code}`) : []
}

const sku = fc.stringMatching(/^[A-Z0-9][A-Z0-9-]{0,20}$/)
const amount = fc.integer({ min: 0, max: 99_999_999 })
const figure = fc.option(fc.integer({ min: 0, max: 999_999_999 }))

describe('what is written is read again', () => {
  test('prices', () => {
    const row = fc.record({ sku, regularPrice: amount, unitCost: fc.option(amount), minimumPrice: fc.option(amount) })
    const parse = parserOf(PRICE_FORMAT)
    fc.assert(
      fc.property(row, (one) => {
        expect(parse(formatPriceRow(one))).toEqual(one)
      }),
    )
  })
  test('stock and sales', () => {
    const until = fc.constantFrom('', '2027-03-01', '2027-03-01T09:00:00Z')
    const row = fc.record({ sku, stock: figure, sold: figure, until })
    const parse = parserOf(STOCK_FORMAT)
    fc.assert(
      fc.property(row, (one) => {
        expect(parse(formatStockRow(one))).toEqual(one)
      }),
    )
  })
  test('price history', () => {
    const moment = fc
      .date({ min: new Date('2000-01-01'), max: new Date('2099-12-31'), noInvalidDate: true })
      .map((date) => date.toISOString())
    const row = fc.record({ sku, from: moment, until: moment, price: amount, regular: amount })
    const parse = parserOf(HISTORY_FORMAT)
    fc.assert(
      fc.property(row, (one) => {
        expect(parse(formatHistoryRow(one))).toEqual(one)
      }),
    )
  })
  test.each([PRICE_FORMAT, STOCK_FORMAT, HISTORY_FORMAT, SET_FORMAT] as TableFormat<string, unknown>[])(
    'the example of a template ($columns)',
    (format) => {
      expect(format.example).toHaveLength(format.columns.length)
      expect(faultsOf(format, format.example)).toEqual([])
    },
  )
})

describe('what is wrong is named by its column', () => {
  test.each<[string, TableFormat<string, unknown>, string[], string[]]>([
    ['no SKU', PRICE_FORMAT, ['', '1.00', '', ''], ['sku required']],
    ['no price', PRICE_FORMAT, ['A', '', '', ''], ['regular_price required']],
    ['a price below zero', PRICE_FORMAT, ['A', '-1.00', '', ''], ['regular_price not-an-amount']],
    ['three decimals', PRICE_FORMAT, ['A', '1.00', '0.1234', ''], ['unit_cost not-an-amount']],
    [
      'two at once',
      PRICE_FORMAT,
      ['A', 'much', 'little', ''],
      ['regular_price not-an-amount', 'unit_cost not-an-amount'],
    ],
    ['half a unit', STOCK_FORMAT, ['A', '1.5', '', ''], ['stock not-a-count']],
    ['fewer than none', STOCK_FORMAT, ['A', '', '-3', ''], ['sold_30_days not-a-count']],
    ['a date in words', HISTORY_FORMAT, ['A', 'Monday', '2027-01-01', '1', '1'], ['from not-a-moment']],
    ['no end', HISTORY_FORMAT, ['A', '2027-01-01', '', '1', '1'], ['until required']],
    ['a bell in a name', SET_FORMAT, ['Dear\u0007', 'A'], ['set control-character']],
    ['a name too long', SET_FORMAT, ['x'.repeat(121), 'A'], ['set too-long']],
  ])('%s', (_label, format, fields, faults) => {
    expect(faultsOf(format, fields)).toEqual(faults)
  })
  test.each(['2027-01-01', '2027-01-01 09:30', '2027-01-01T09:30', '2027-01-01T09:30:00Z', '2027-01-01 09:30:00.5Z'])(
    'a moment may be written as %s',
    (moment) => {
      expect(faultsOf(HISTORY_FORMAT, ['A', moment, moment, '1', '1'])).toEqual([])
    },
  )
})

test('one row’s faults do not stay for the next, and columns may stand in any order', () => {
  const parse = parserOf(STOCK_FORMAT, ['Sold 30 days', 'SKU'])
  expect(parse(['many', 'A'])).toMatchObject([{ code: 'not-a-count' }])
  expect(parse([' 7 ', ' A '])).toEqual({ sku: 'A', stock: null, sold: 7, until: '' })
})
