import { expect, test } from 'vitest'
import { formatListingRow, LISTING_FORMAT, type ListingRow } from './listingFile.ts'
import { createRowParser } from './tableFile.ts'

const COLUMNS = new Map(LISTING_FORMAT.columns.map((name, index) => [name, index]))
const ROW: ListingRow = {
  sku: 'PAD-A4',
  rating: 46,
  reviews: 128,
  referencePrice: 1490,
  referenceSource: 'Price list',
  referenceOn: '2027-01-10',
}
const read = createRowParser(COLUMNS, LISTING_FORMAT)

test.each<[string, Partial<ListingRow>]>([
  ['whole', {}],
  ['of nothing', { rating: null, reviews: null, referencePrice: null, referenceSource: '', referenceOn: null }],
  ['of no stars and no reviews', { rating: 0, reviews: 0 }],
  ['of all stars', { rating: 50 }],
])('a row is read as it was written: %s', (_case, changes) => {
  const row = { ...ROW, ...changes }
  expect(read(formatListingRow(row))).toEqual(row)
})

test.each([
  ['4,6', 46],
  ['5', 50],
  ['4.60', 46],
])('%s stars', (given, rating) => {
  expect(read(['A', given, '', '', '', ''])).toMatchObject({ rating })
})

test.each([
  ['5.1', '', '', 'not-a-rating'],
  ['4.65', '', '', 'not-a-rating'],
  ['good', '', '', 'not-a-rating'],
  ['', 'many', '', 'not-a-count'],
  ['', '', 'dear', 'not-an-amount'],
  ['', '', '0', 'amount-zero'],
])('refused: %s stars, %s reviews, %s', (rating, reviews, price, code) => {
  expect(read(['A', rating, reviews, price, '', ''])).toMatchObject([{ code }])
})
