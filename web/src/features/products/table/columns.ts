import type { TableRow } from '@novalex/contract'
import { NUMBER_COLUMNS, type NumberColumn, type ProductFilter } from '@novalex/core'
import type { NumberKind } from '@/components/numberKinds.ts'
import { text, productText, joinWords } from '@/locale/catalogue.ts'
import { formatFigure, formatMoney, formatPercent, formatTypedStars, type Names } from '@novalex/words'

const words = productText.table

/** How each number of the table is written, and typed into its filter. */
export const NUMBER_COLUMN_KINDS: Readonly<Record<NumberColumn, NumberKind>> = {
  regular: 'money',
  shelf: 'money',
  struck: 'money',
  saving: 'money',
  floor: 'money',
  cost: 'money',
  margin: 'signedPercent',
  stock: 'count',
  sold: 'count',
  cover: 'count',
  rating: 'stars',
  reviews: 'count',
  reference: 'money',
}

/** The columns that show unless others are chosen. */
export const USUAL_COLUMNS: readonly NumberColumn[] = NUMBER_COLUMNS.filter(
  (column) => !['rating', 'reviews', 'reference'].includes(column),
)

/** Value of a number column in a row. */
export function showNumber({ product, ...row }: TableRow, column: NumberColumn): string {
  switch (column) {
    case 'saving':
      return row.shelf < row.regular ? formatFigure(row.regular - row.shelf) : ''
    case 'floor':
      return row.floor > 0 ? formatFigure(row.floor) : text.common.none
    case 'cost':
      return product.unitCost === null ? text.common.none : formatFigure(product.unitCost)
    case 'margin':
      return row.margin === null ? text.common.none : formatPercent(Math.round(row.margin / 100) * 100)
    case 'stock':
      return product.stock === null ? text.products.unlimited : String(product.stock)
    case 'sold':
    case 'cover':
    case 'reviews':
      return row[column] === null ? text.common.none : String(row[column])
    case 'rating':
      return row.rating === null ? text.common.none : formatTypedStars(row.rating)
    case 'reference':
      return row.reference === null ? text.common.none : formatFigure(row.reference)
    case 'struck':
      return row.struck === null ? '' : formatFigure(row.struck)
    default:
      return formatFigure(row[column])
  }
}

/** A filter in a few words. */
export function describeFilter(filter: ProductFilter, names: Names, promotionName: (id: string) => string): string {
  const title = words.columns[filter.column]
  if ('text' in filter) return words.contains(title, filter.text)
  if ('anyOf' in filter) {
    const nameOf =
      filter.column === 'categories' ? names.category : filter.column === 'promotions' ? promotionName : String
    return words.isAnyOf(title, joinWords(filter.anyOf.map(nameOf), 'or'))
  }
  if ('empty' in filter) return filter.empty ? words.isEmpty(title) : words.isThere(title)
  const kind = NUMBER_COLUMN_KINDS[filter.column]
  const show = (value: number) => {
    if (kind === 'money') return formatMoney(value)
    return kind === 'signedPercent' ? formatPercent(value) : kind === 'stars' ? formatTypedStars(value) : String(value)
  }
  const { from, to } = filter
  if (from !== undefined && to !== undefined) return words.between(title, show(from), show(to))
  return from === undefined ? words.atMost(title, show(to!)) : words.atLeast(title, show(from))
}

export function isNumberColumn(column: string): column is NumberColumn {
  return (NUMBER_COLUMNS as readonly string[]).includes(column)
}
