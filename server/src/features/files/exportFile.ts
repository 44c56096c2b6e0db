import type { CsvDialect, ImportKind } from '@novalex/contract'
import {
  toIso,
  categoryPath,
  formatHistoryRow,
  formatListingRow,
  formatPriceRow,
  fitsPromotionFile,
  formatProductRow,
  formatPromotionRow,
  formatShopperRow,
  formatStockRow,
  HISTORY_FORMAT,
  LISTING_FORMAT,
  NO_LISTING,
  ORDER_FORMAT,
  PRICE_FORMAT,
  PRODUCT_FORMAT,
  PROMOTION_FORMAT,
  SET_FORMAT,
  SHOPPER_FORMAT,
  STOCK_FORMAT,
  toPromotionRow,
  type Instant,
  type TableFormat,
} from '@novalex/core'
import type { RecentFigures } from '../../sources/figures/recentFigures.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { PlanSource, SourcedPlan } from '../../sources/plans/planSource.ts'
import type { PriceHistory } from '../../sources/history/priceHistory.ts'
import { readOrderRows } from '../../data/orders/index.ts'
import { SETS } from '../../data/sets/index.ts'
import { listCampaigns } from '../../data/campaigns/index.ts'
import { listCategories, listListings, listSoldElsewhere } from '../../data/catalogue/index.ts'
import { listPromotions } from '../../data/promotions/index.ts'
import { listShoppers } from '../../data/shoppers/index.ts'
import { writeTable, type TableFileType } from '../../platform/files/writeTable.ts'

/** The kinds of file with one record a row; the plan is JSON. */
type TableKind = Exclude<ImportKind, 'plan'>

export const TABLE_FORMATS: Readonly<Record<TableKind, TableFormat<string, unknown>>> = {
  products: PRODUCT_FORMAT,
  prices: PRICE_FORMAT,
  stock: STOCK_FORMAT,
  history: HISTORY_FORMAT,
  listings: LISTING_FORMAT,
  sets: SET_FORMAT,
  shoppers: SHOPPER_FORMAT,
  orders: ORDER_FORMAT,
  promotions: PROMOTION_FORMAT,
}

export interface ExportTask {
  readonly kind: ImportKind
  readonly type: TableFileType
  readonly dialect?: CsvDialect
  readonly now: Instant
  /** Whether buyers' addresses may be in it. */
  readonly seesBuyers?: boolean
}

interface ExportDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly history: PriceHistory
  readonly figures: RecentFigures
}

/** Exports everything of one kind. Importing the file again changes nothing. */
export async function exportFile(
  deps: ExportDeps,
  { kind, type, dialect, now, seesBuyers = false }: ExportTask,
): Promise<Uint8Array> {
  const sourced = await deps.plans.get('working')
  if (kind === 'plan') return exportPlan(sourced)
  const { columns, numbers } = TABLE_FORMATS[kind]
  return writeTable({ columns, numbers, rows: await ROWS[kind](deps, sourced, { now, seesBuyers }) }, type, dialect)
}

/** An empty file with the header and a row that shows how cells are filled in. */
export function writeTemplate(kind: TableKind, type: TableFileType, dialect?: CsvDialect): Promise<Uint8Array> {
  const { columns, numbers, example } = TABLE_FORMATS[kind]
  return writeTable({ columns, numbers, rows: [example] }, type, dialect)
}

function exportPlan({ plan }: SourcedPlan): Uint8Array {
  const promotions = plan.promotions.map(({ promotion }) => promotion)
  return Buffer.from(`${JSON.stringify({ plan: { promotions } }, null, 2)}\n`)
}

type Asked = Required<Pick<ExportTask, 'now' | 'seesBuyers'>>
type Rows = string[][] | AsyncIterable<string[][]>

const ROWS: Readonly<
  Record<TableKind, (deps: ExportDeps, sourced: SourcedPlan, asked: Asked) => Rows | Promise<Rows>>
> = {
  products: async ({ figures }, { plan: { catalogue }, catalogueRevision }) => {
    const { bySku: stock } = await figures.allStock(catalogueRevision)
    return catalogue.products.map((product) => {
      const categories = product.categories.map((id) => categoryPath(catalogue.categories, id))
      return formatProductRow({ ...product, stock: stock.get(product.sku) ?? null, categories })
    })
  },
  prices: (_deps, { plan }) => plan.catalogue.products.map(formatPriceRow),
  stock: async ({ database, figures }, { plan, catalogueRevision }) => {
    const [{ bySku: stock }, sold] = [await figures.allStock(catalogueRevision), await listSoldElsewhere(database)]
    return plan.catalogue.products.map(({ sku }) =>
      formatStockRow({
        sku,
        stock: stock.get(sku) ?? null,
        sold: sold.get(sku)?.sold ?? null,
        until: write(sold.get(sku)?.until ?? null),
      }),
    )
  },
  /** All that the shop showed until now. */
  history: async ({ history }, sourced, { now }) => {
    const histories = await history.of(sourced.plan.catalogue.products, { ahead: sourced, now, to: now })
    return [...histories].flatMap(([sku, spans]) =>
      spans
        .filter(({ from, until }) => Number.isFinite(from) && until <= now)
        .map(({ from, until, price, regular }) =>
          formatHistoryRow({ sku, from: write(from), until: write(until), price, regular }),
        ),
    )
  },
  listings: async ({ database }, { plan }) => {
    const listings = await listListings(database)
    return plan.catalogue.products.map(({ sku }) => formatListingRow({ sku, ...(listings.get(sku) ?? NO_LISTING) }))
  },
  /** Those that are picked by hand. */
  sets: async ({ database }) =>
    (await SETS.list(database)).flatMap(({ name, content }) =>
      'skus' in content ? content.skus.map((sku) => [name, sku]) : [],
    ),
  shoppers: async ({ database }) => (await listShoppers(database)).map(formatShopperRow),
  /** Those that one row can hold, in the order of their ranks. */
  promotions: async ({ database }) => {
    const categories = await listCategories(database)
    const names = { categories, sets: await SETS.list(database), campaigns: await listCampaigns(database) }
    return (await listPromotions(database))
      .filter((record) => fitsPromotionFile(record, names))
      .map((record) => formatPromotionRow(toPromotionRow(record, names)))
  },
  orders: ({ database }, _sourced, asked) => readOrderRows(database, asked),
}

const write = (instant: Instant | null) => (instant === null ? '' : toIso(instant))
