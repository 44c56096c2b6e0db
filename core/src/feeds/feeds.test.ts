import { describe, expect, test } from 'vitest'
import type { Promotion } from '../plan/index.ts'
import { at, compileShop, createProduct, createPromotion, ZONE } from '../testing/shop.ts'
import type { Product } from '../terms/index.ts'
import { checkFeedColumns, findFeedDoubts } from './checkFeed.ts'
import { createRowWriter, FIRST_COLUMNS, type FeedColumn } from './feedColumns.ts'
import { createFeedReader } from './feedItem.ts'
import { toFeedJsonLd } from './feedJsonLd.ts'

const NOW = at('2027-03-10T10:00')
const PAD = createProduct('PAD', 2000)

interface Case {
  readonly now?: number
  readonly daysAhead?: number
  readonly stock?: number
  readonly product?: Product
  readonly partners?: readonly string[]
  readonly channel?: string
}

const sale = (schedule: Promotion['schedule'], percent = 2500, changes: Partial<Promotion> = {}) =>
  createPromotion('sale', { schedule, mechanic: { kind: 'markdown', reach: {}, value: { percent } }, ...changes })

function read(promotions: readonly Promotion[], given: Case = {}) {
  const { now = NOW, daysAhead = 14, product = PAD, channel = 'web' } = given
  const plan = compileShop([product], promotions, { floor: { enforce: false, minMargin: 0 } }, given.partners)
  const stock = new Map(given.stock === undefined ? [] : [[product.sku, given.stock]])
  const item = createFeedReader(plan, { now, daysAhead, viewer: { channel, facts: {} }, stock, listings: new Map() })(
    product,
  )
  const place = { currency: 'EUR', zone: ZONE, catalogue: plan.catalogue, link: 'https://shop.test/p/{sku}?a=1' }
  const write = (...columns: Omit<FeedColumn, 'name'>[]) =>
    createRowWriter(
      columns.map((column) => ({ name: 'x', ...column })),
      place,
    )(item)
  return { item, place, write }
}

const PRICES = [{ field: 'price' }, { field: 'salePrice' }, { field: 'salePeriod' }] as const

describe('a price and a reduced price', () => {
  test('20.00 reduced to 15.00 has both, with the period; 15.00 at 15.00 has no reduced price', () => {
    const { write } = read([sale({ start: '2027-03-08T00:00', end: '2027-03-15T00:00' })])
    expect(write(...PRICES)).toEqual(['20.00 EUR', '15.00 EUR', '2027-03-08T00:00:00+01:00/2027-03-15T00:00:00+01:00'])
    const same = read(
      [sale({ end: '2027-03-15T00:00' }, 2500, { mechanic: { kind: 'markdown', reach: {}, value: { price: 1500 } } })],
      {
        product: createProduct('PAD', 1500),
      },
    )
    expect(same.write(...PRICES)).toEqual(['15.00 EUR', '', ''])
  })

  test('a period over a clock change has the offset of each end', () => {
    const { write } = read([sale({ start: '2027-03-27T00:00', end: '2027-03-30T00:00' })], { daysAhead: 30 })
    expect(write({ field: 'salePeriod' })).toEqual(['2027-03-27T00:00:00+01:00/2027-03-30T00:00:00+02:00'])
    expect(write({ field: 'saleUntil', date: 'day' }, { field: 'saleFrom', date: 'day' })).toEqual([
      '2027-03-29',
      '2027-03-27',
    ])
  })

  test('what has no end is the price itself, and pointed out', () => {
    const { item, write } = read([sale({ start: '2027-03-08T00:00' })])
    expect(write(...PRICES, { field: 'currentPrice' })).toEqual(['15.00 EUR', '', '', '15.00 EUR'])
    expect(findFeedDoubts(item, { zone: ZONE, terms: null, shop: 1500 })).toEqual([{ doubt: 'no-period', price: 1500 }])
  })

  test('a coming period is told so many days ahead, and not before', () => {
    const later = [sale({ start: '2027-03-20T00:00', end: '2027-03-25T00:00' })]
    const told = (daysAhead: number) => read(later, { daysAhead }).write(...PRICES, { field: 'currentPrice' })
    expect(told(10)).toEqual([
      '20.00 EUR',
      '15.00 EUR',
      '2027-03-20T00:00:00+01:00/2027-03-25T00:00:00+01:00',
      '20.00 EUR',
    ])
    expect(told(9)).toEqual(['20.00 EUR', '', '', '20.00 EUR'])
    expect(read(later, { now: at('2027-03-25T00:00') }).item.sale).toBeNull()
  })

  test('a long sale begins and ends where it was planned; steps of one price are one period, others are several', () => {
    const long = read([sale({ start: '2026-11-01T00:00', end: '2027-09-01T00:00' })]).item
    expect(long.periods).toEqual([{ from: at('2026-11-01T00:00'), until: at('2027-09-01T00:00'), price: 1500 }])
    const weekly = sale({ end: '2027-03-31T00:00', weekly: [{ days: [6, 7], from: '00:00', to: '00:00' }] })
    expect(read([weekly], { daysAhead: 7 }).item.periods).toEqual([
      { from: at('2027-03-13T00:00'), until: at('2027-03-15T00:00'), price: 1500 },
    ])
    expect(read([weekly], { daysAhead: 14 }).item.periods).toHaveLength(2)
  })

  test('a partner sees only what goes there', () => {
    const given = sale({ start: '2027-03-08T00:00', end: '2027-03-15T00:00' })
    const partners = ['market']
    expect(read([given], { partners, channel: 'market' }).item).toMatchObject({ price: 2000, sale: null })
    const there = { ...given, partners: [{ channel: 'market' }] }
    expect(read([there], { partners, channel: 'market' }).item).toMatchObject({ price: 2000, sale: { price: 1500 } })
  })
})

describe('how cells are written', () => {
  const { write } = read([], { stock: 0 })
  test.each<[Omit<FeedColumn, 'name'>, string]>([
    [{ field: 'price' }, '20.00 EUR'],
    [{ field: 'price', currency: 'before', decimal: 'comma' }, 'EUR 20,00'],
    [{ field: 'price', currency: 'none' }, '20.00'],
    [{ field: 'price', convert: { currency: 'USD', rate: 1_082_500, on: '2027-03-01' } }, '21.65 USD'],
    [{ field: 'price', convert: { currency: 'USD', rate: 333_333, on: '2027-03-01' }, currency: 'none' }, '6.67'],
    [{ field: 'link' }, 'https://shop.test/p/PAD?a=1'],
    [{ field: 'availability' }, 'out of stock'],
    [{ field: 'availability', availability: 'schema' }, 'https://schema.org/OutOfStock'],
    [{ field: 'stock' }, '0'],
    [{ field: 'categories' }, 'Paper'],
    [{ field: 'text', text: 'new' }, 'new'],
    [{ field: 'rating' }, ''],
    [{ field: 'referencePrice' }, ''],
  ])('%j', (column, cell) => {
    expect(write(column)).toEqual([cell])
  })
})

describe('a mapping that can’t be', () => {
  const told = (columns: readonly FeedColumn[]) =>
    checkFeedColumns(columns, '2027-03-10').map(({ code, path, facts }) => [code, path, facts])
  test('needs the SKU and a price in the store’s currency', () => {
    expect(told(FIRST_COLUMNS.plain)).toEqual([])
    expect(told(FIRST_COLUMNS.schema)).toEqual([])
    const usd = { currency: 'USD', rate: 1_000_000, on: '2027-03-01' }
    expect(told([{ name: 'usd', field: 'price', convert: usd }])).toEqual([
      ['feed-without', 'columns', { field: 'sku' }],
      ['feed-without', 'columns', { field: 'price' }],
    ])
  })

  test('has no name twice, converts only money, by a rate that is known', () => {
    const rate = (on: string) => ({ currency: 'USD', rate: 1_000_000, on })
    const columns: FeedColumn[] = [
      ...FIRST_COLUMNS.plain,
      { name: 'sku', field: 'text' },
      { name: 'a', field: 'stock', convert: rate('2027-03-01') },
      { name: 'b', field: 'price', convert: rate('2027-03-11') },
      { name: 'c', field: 'price', convert: rate('2027-02-30') },
    ]
    expect(told(columns)).toEqual([
      ['duplicate-column', 'columns.7.name', { given: 'sku' }],
      ['not-allowed', 'columns.8.convert', undefined],
      ['in-future', 'columns.9.convert.on', { given: '2027-03-11' }],
      ['no-such-time', 'columns.10.convert.on', { given: '2027-02-30' }],
    ])
  })
})

test('a row is doubted that lasts longer than the channel allows, or costs other than in the shop', () => {
  const { item } = read([sale({ start: '2027-03-08T00:00', end: '2027-03-15T00:00' })])
  const terms = (maxDays: number) => ({
    leadHours: 0,
    lockHours: 0,
    rules: [{ from: '2027-01-01', values: { maxDays }, source: '', checkedOn: '2027-01-01' }],
  })
  expect(findFeedDoubts(item, { zone: ZONE, terms: terms(7), shop: 1500 })).toEqual([])
  expect(findFeedDoubts(item, { zone: ZONE, terms: terms(6), shop: 2000 })).toEqual([
    { doubt: 'too-long', days: 7, most: 6 },
    { doubt: 'unlike-shop', here: 1500, shop: 2000 },
  ])
})

test('in JSON-LD the price stands with each reduced price and its time', () => {
  const { item, place } = read([sale({ start: '2027-03-08T00:00', end: '2027-03-15T00:00' })])
  expect(toFeedJsonLd(item, place)).toMatchObject({
    '@type': 'Product',
    sku: 'PAD',
    url: 'https://shop.test/p/PAD?a=1',
    offers: {
      price: '20.00',
      priceCurrency: 'EUR',
      availability: 'https://schema.org/InStock',
      priceSpecification: [
        { price: '15.00', validFrom: '2027-03-08T00:00:00+01:00', validThrough: '2027-03-15T00:00:00+01:00' },
      ],
    },
  })
})
