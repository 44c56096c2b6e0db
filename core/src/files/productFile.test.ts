import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  formatProductRow,
  PRODUCT_COLUMNS,
  PRODUCT_FORMAT,
  type ProductColumn,
  type ProductRow,
} from './productFile.ts'
import { createRowParser, parseTableHeader } from './tableFile.ts'

const COLUMNS = new Map<ProductColumn, number>(PRODUCT_COLUMNS.map((name, index) => [name, index]))
const fields = (changes: Partial<Record<ProductColumn, string>> = {}) => {
  const row = {
    sku: 'A',
    name: 'Pad',
    family: '',
    categories: '',
    tags: '',
    regular_price: '12.90',
    unit_cost: '',
    minimum_price: '',
    tax_rate: '20',
    stock: '',
  }
  return Object.values({ ...row, ...changes })
}

describe('the header', () => {
  test('any order, letter case and blanks', () => {
    const columns = parseTableHeader(['Tax rate', ' SKU ', 'name', 'Regular-Price'], PRODUCT_FORMAT)
    expect(columns).toEqual(
      new Map([
        ['tax_rate', 0],
        ['sku', 1],
        ['name', 2],
        ['regular_price', 3],
      ]),
    )
  })

  test.each<[string, string[], [string, string][]]>([
    ['unknown', ['sku', 'name', 'regular_price', 'tax_rate', 'colour'], [['unknown-column', '5']]],
    ['twice', ['sku', 'name', 'regular_price', 'tax_rate', 'SKU'], [['duplicate-column', '5']]],
    ['missing', ['sku', 'name', 'regular_price'], [['missing-column', 'tax_rate']]],
  ])('%s', (_label, header, expected) => {
    const problems = parseTableHeader(header, PRODUCT_FORMAT)
    expect(Array.isArray(problems) && problems.map(({ code, path }) => [code, path])).toEqual(expected)
  })
})

describe('a row', () => {
  test.each<[string, Partial<Record<ProductColumn, string>>, Partial<ProductRow>]>([
    ['a decimal comma', { regular_price: '1.234,50' }, { regularPrice: 123_450 }],
    ['a tax rate with sign', { tax_rate: '10 %' }, { taxRate: 1000 }],
    [
      'paths of categories',
      { categories: 'Paper > Pads | Children' },
      { categories: [['Paper', 'Pads'], ['Children']] },
    ],
    ['tags, the same only once', { tags: 'new|new | vegan' }, { tags: ['new', 'vegan'] }],
    ['nothing known', {}, { unitCost: null, minimumPrice: null, stock: null, family: null }],
    ['an empty price is not a zero, a zero is', { unit_cost: '0' }, { unitCost: 0 }],
    ['a name with markup stays text', { name: '<script>alert(1)</script>' }, { name: '<script>alert(1)</script>' }],
  ])('%s', (_label, changes, expected) =>
    expect(createRowParser(COLUMNS, PRODUCT_FORMAT)(fields(changes))).toMatchObject(expected),
  )

  test.each<[string, Partial<Record<ProductColumn, string>>, string, ProductColumn]>([
    ['no SKU', { sku: ' ' }, 'required', 'sku'],
    ['no price', { regular_price: '' }, 'required', 'regular_price'],
    ['no tax rate', { tax_rate: '' }, 'required', 'tax_rate'],
    ['a price in words', { regular_price: 'ten' }, 'not-an-amount', 'regular_price'],
    ['a negative cost', { unit_cost: '-1' }, 'not-an-amount', 'unit_cost'],
    ['101 % tax', { tax_rate: '101' }, 'not-a-rate', 'tax_rate'],
    ['half a unit in stock', { stock: '1.5' }, 'not-a-count', 'stock'],
    ['a SKU of 65 characters', { sku: 'x'.repeat(65) }, 'too-long', 'sku'],
    ['a name of 10,000 characters', { name: 'x'.repeat(10_000) }, 'too-long', 'name'],
    ['a control character', { name: 'a\u0000b' }, 'control-character', 'name'],
    ['an empty step of a path', { categories: 'Paper > > Pads' }, 'empty-category', 'categories'],
    ['a path of six steps', { categories: 'a>b>c>d>e>f' }, 'too-deep', 'categories'],
    ['21 tags', { tags: Array.from({ length: 21 }, (_, index) => `t${index}`).join('|') }, 'too-many', 'tags'],
  ])('%s', (_label, changes, code, column) => {
    const problems = createRowParser(COLUMNS, PRODUCT_FORMAT)(fields(changes))
    expect(Array.isArray(problems) && problems.map((problem) => [problem.code, problem.path])).toContainEqual([
      code,
      column,
    ])
  })
})

test('a written row reads back as the same product', () => {
  const word = fc.stringMatching(/^[\p{L}\d][\p{L}\d .,;"'\n-]{0,20}[\p{L}\d]$/u)
  const money = fc.integer({ min: 0, max: 100_000_000 })
  const row: fc.Arbitrary<ProductRow> = fc.record({
    sku: word,
    name: word,
    family: fc.option(word),
    categories: fc.uniqueArray(fc.array(word, { minLength: 1, maxLength: 3 }), {
      maxLength: 3,
      selector: (path) => path.join('>'),
    }),
    tags: fc.uniqueArray(word, { maxLength: 3 }),
    regularPrice: money,
    unitCost: fc.option(money),
    minimumPrice: fc.option(money),
    taxRate: fc.integer({ min: 0, max: 10_000 }),
    stock: fc.option(fc.integer({ min: 0, max: 999_999_999 })),
  })
  fc.assert(
    fc.property(row, (given) => {
      expect(createRowParser(COLUMNS, PRODUCT_FORMAT)(formatProductRow(given))).toEqual(given)
    }),
  )
})
