import type { Shopper } from '../terms/index.ts'
import { formatAmount } from '../values/index.ts'
import { formatList } from './cells.ts'
import type { TableFormat } from './tableFile.ts'

/** A known shopper with the name that planners see. */
export interface ShopperRow extends Shopper {
  readonly name: string
}

/** The columns of a shopper file, in the order in which they are written. */
export const SHOPPER_COLUMNS = ['id', 'name', 'groups', 'tags', 'orders', 'spent', 'bought'] as const

type ShopperColumn = (typeof SHOPPER_COLUMNS)[number]

const LISTED = { max: 64, listed: 20 }

export const SHOPPER_FORMAT: TableFormat<ShopperColumn, ShopperRow> = {
  columns: SHOPPER_COLUMNS,
  required: ['id', 'name'],
  key: ['id'],
  numbers: ['orders', 'spent'],
  example: ['s-0001', 'Alma A.', 'club', 'newsletter', '3', '120.50', 'PAD-A4'],
  parse: (read) => ({
    id: read.text('id', 64),
    name: read.text('name', 120),
    groups: read.list('groups', LISTED),
    tags: read.list('tags', LISTED),
    orders: read.count('orders') ?? 0,
    spent: read.amount('spent') ?? 0,
    bought: read.list('bought', { max: 64, listed: 1000 }),
  }),
}

/** The cells of a shopper's row, in the order of `SHOPPER_COLUMNS`; `SHOPPER_FORMAT` reads them back to the same shopper. */
export function formatShopperRow({ id, name, groups, tags, orders, spent, bought }: ShopperRow): string[] {
  return [id, name, formatList(groups), formatList(tags), String(orders), formatAmount(spent), formatList(bought)]
}
