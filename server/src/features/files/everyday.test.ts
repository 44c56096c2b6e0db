import { PRICE_FORMAT, PRODUCT_FORMAT, STOCK_FORMAT, HISTORY_FORMAT, type TableFormat } from '@novalex/core'
import ExcelJS from 'exceljs'
import { describe, expect, test } from 'vitest'
import { toMoment } from '../imports/toMoment.ts'
import { parseTableFile, type FileReading } from '../../platform/files/parseTableFile.ts'

/** Files as spreadsheets save them. */

const read = (
  file: Uint8Array | string,
  format: TableFormat<string, unknown> = PRODUCT_FORMAT as never,
  reading?: FileReading,
) => parseTableFile(typeof file === 'string' ? Buffer.from(file) : file, format, reading ? { reading } : {})
const HEADER = 'sku;name;regular_price;tax_rate'

test.each<[string, Uint8Array]>([
  ['Windows-1252', Buffer.from(`${HEADER}\nA;Büttenpapier;1,50;20\n`, 'latin1')],
  [
    'UTF-16 with its mark',
    Buffer.from(`\ufeff${HEADER.replaceAll(';', '\t')}\nA\tBüttenpapier\t1,50\t20\n`, 'utf16le'),
  ],
  ['UTF-16 without it', Buffer.from(`${HEADER}\nA;Büttenpapier;1,50;20\n`, 'utf16le')],
  ['UTF-8 with its mark', Buffer.from(`\ufeff${HEADER}\nA;Büttenpapier;1,50;20\n`)],
  ['a first line sep=', Buffer.from(`sep=;\r\n${HEADER}\r\nA;Büttenpapier;1,50;20\r\n`)],
  [
    'a title, blank lines and empty columns',
    Buffer.from(`Our products;;;;\n;;;;\n${HEADER};\nA;Büttenpapier;1,50;20;\n`),
  ],
])('CSV in %s', async (_label, file) => {
  const { rows, numbers, problems } = await read(file)
  expect(problems).toEqual([])
  expect(rows).toMatchObject([{ sku: 'A', name: 'Büttenpapier', regularPrice: 150, taxRate: 2000 }])
  expect(numbers).toHaveLength(1)
})

test('a row below a title is named as the file has it', async () => {
  const { problems } = await read(`Our products\n\n${HEADER}\nA;Pad;none;20\n`)
  expect(problems).toMatchObject([{ code: 'not-an-amount', path: '4.regular_price' }])
})

test('heads that are not ours are told with what stands below them; what was said of them holds', async () => {
  const file = 'Our prices\n\nArticle No.;Price;Remark\nA;1,50;\nB;2;new\n'
  const unknown = await read(file, PRICE_FORMAT as never)
  expect(unknown.problems.map(({ code, path }) => `${path} ${code}`)).toEqual([
    '3.1 unknown-column',
    '3.2 unknown-column',
    '3.3 unknown-column',
    '3.sku missing-column',
    '3.regular_price missing-column',
  ])
  expect(unknown.heads).toEqual([
    { head: 'Article No.', column: null, samples: ['A', 'B'] },
    { head: 'Price', column: null, samples: ['1,50', '2'] },
    { head: 'Remark', column: null, samples: ['new'] },
  ])
  const heads = new Map([
    ['article_no.', 'sku'],
    ['price', 'regular_price'],
    ['remark', null],
  ])
  const mapped = await read(file, PRICE_FORMAT as never, { heads, days: null })
  expect(mapped.problems).toEqual([])
  expect(mapped.rows).toMatchObject([
    { sku: 'A', regularPrice: 150 },
    { sku: 'B', regularPrice: 200 },
  ])
  const twice = await read(file, PRICE_FORMAT as never, { heads: new Map([...heads, ['remark', 'sku']]), days: null })
  expect(twice.problems).toMatchObject([{ code: 'duplicate-column', path: '3.3' }])
  const none = await read(file, PRICE_FORMAT as never, { heads: new Map([...heads, ['remark', 'colour']]), days: null })
  expect(none.problems).toMatchObject([{ code: 'unknown-column', path: '3.3' }])
})

describe('a workbook', () => {
  async function write(fill: (book: ExcelJS.Workbook) => void): Promise<Uint8Array> {
    const book = new ExcelJS.Workbook()
    fill(book)
    return new Uint8Array(await book.xlsx.writeBuffer())
  }

  test('shows 20 % and 00123, and holds 0.2 and 123', async () => {
    const file = await write((book) => {
      const sheet = book.addWorksheet('Products')
      sheet.addRow(HEADER.split(';'))
      sheet.addRow([123, 'Pad', 1.5, 0.2])
      sheet.getCell('A2').numFmt = '00000'
      sheet.getCell('D2').numFmt = '0%'
    })
    expect((await read(file)).rows).toMatchObject([{ sku: '00123', taxRate: 2000 }])
  })

  test('has the table on its second sheet', async () => {
    const file = await write((book) => {
      book.addWorksheet('Notes').addRow(['To be looked at', 'tomorrow'])
      const sheet = book.addWorksheet('Products')
      sheet.addRow(['Spring'])
      sheet.addRow(HEADER.split(';'))
      sheet.addRow(['A', 'Pad', 1.5, 20])
    })
    expect((await read(file)).rows).toMatchObject([{ sku: 'A', regularPrice: 150 }])
  })
})

test.each([
  ['a rounded SKU', '1,23457E+12;Pad;1;20', 'damaged-number', '2.sku'],
  ['a fraction', 'A;Pad;1;0,2', 'maybe-fraction', '2.tax_rate'],
])('%s is refused at its place', async (_label, row, code, path) => {
  expect((await read(`${HEADER}\n${row}\n`)).problems).toMatchObject([{ code, path }])
})

test.each([
  ['1.000', 1000],
  ['5,0', 5],
  ['1 200', 1200],
])('a stock of %s is %d', async (text, stock) => {
  expect((await read(`sku;stock\nA;${text}\n`, STOCK_FORMAT as never)).rows).toMatchObject([{ stock }])
})

describe('a day', () => {
  const from = async (text: string) => {
    const { rows, problems } = await read(
      `sku;from;until;price;regular_price\nA;${text};2027-12-31;1;1\n`,
      HISTORY_FORMAT as never,
    )
    return problems[0]?.code ?? (rows as { from: string }[])[0]!.from
  }
  test.each([
    ['01.02.2027', '2027-02-01'],
    ['1.2.2027 9:05', '2027-02-01 09:05'],
    ['13/2/2027', '2027-02-13'],
    ['2/13/2027', '2027-02-13'],
    ['3/3/2027', '2027-03-03'],
    ['3/4/2027', 'ambiguous-date'],
    ['0/4/2027', 'not-a-moment'],
    ['2/13/2027 12:05 AM', '2027-02-13 00:05'],
    ['2/13/2027 1:05 pm', '2027-02-13 13:05'],
    ['46419', '2027-02-01'.concat(' 00:00')],
    ['46419,5', '2027-02-01 12:00'],
    ['2027-02-01T09:00:00+01:00', '2027-02-01T09:00:00+01:00'],
    ['soon', 'not-a-moment'],
  ])('written %s', async (text, told) => expect(await from(text)).toBe(told))

  const days = async (dates: readonly string[], reading?: FileReading) => {
    const lines = dates.map((date, at) => `A${at};${date};2027-12-31;1;1`)
    const { rows, problems } = await read(
      ['sku;from;until;price;regular_price', ...lines].join('\n'),
      HISTORY_FORMAT as never,
      reading,
    )
    return problems.length > 0 ? problems.map(({ code }) => code) : (rows as { from: string }[]).map(({ from }) => from)
  }
  test('follows the other days of its file, where these agree', async () => {
    expect(await days(['3/4/2027', '13/4/2027'])).toEqual(['2027-04-03', '2027-04-13'])
    expect(await days(['3/4/2027', '4/13/2027'])).toEqual(['2027-03-04', '2027-04-13'])
    expect(await days(['3/4/2027', '13/4/2027', '4/13/2027'])).toEqual(['ambiguous-date'])
  })
  test('is read as was said, and no other way', async () => {
    const said = (order: FileReading['days']) => ({ heads: new Map(), days: order })
    expect(await days(['3/4/2027'], said('day-first'))).toEqual(['2027-04-03'])
    expect(await days(['3/4/2027'], said('month-first'))).toEqual(['2027-03-04'])
    expect(await days(['3/4/2027', '4/13/2027'], said('day-first'))).toEqual(['not-a-moment'])
  })

  test.each([
    ['2027-02-01T09:00:00+01:00', Date.parse('2027-02-01T08:00:00Z')],
    ['2027-02-01 09:00', Date.parse('2027-02-01T08:00:00Z')],
    // The night in which clocks are put forward.
    ['2026-03-29 02:30', null],
    ['2026-03-29 03:30', Date.parse('2026-03-29T01:30:00Z')],
  ])('%s in Vienna', (text, instant) => expect(toMoment(text, 'Europe/Vienna')).toBe(instant))
})
