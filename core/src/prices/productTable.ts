import { computeFloor, NO_LISTING } from '../catalogue/index.ts'
import type { CompiledPlan } from '../pricing/index.ts'
import type { Product, ProductListing, Reach } from '../terms/index.ts'
import type { PublicPrice } from '../time/index.ts'
import type { BasisPoints, MinorUnits } from '../values/index.ts'
import { computeCover } from './cover.ts'
import { computeMargin } from './margin.ts'
import { NAMED_IN_A_REACH } from './reprice.ts'

/** Columns that hold a number, or nothing. */
export const NUMBER_COLUMNS = [
  'regular',
  'shelf',
  'struck',
  'saving',
  'floor',
  'cost',
  'margin',
  'stock',
  'sold',
  'cover',
  'rating',
  'reviews',
  'reference',
] as const
export type NumberColumn = (typeof NUMBER_COLUMNS)[number]

/** Columns that hold some of many names. */
export const LIST_COLUMNS = ['categories', 'tags', 'family', 'promotions'] as const
export type ListColumn = (typeof LIST_COLUMNS)[number]

export const TEXT_COLUMNS = ['name', 'sku'] as const
export type TextColumn = (typeof TEXT_COLUMNS)[number]

export type TableColumn = NumberColumn | ListColumn | TextColumn

/** Filter on a product column. Text: contains every word (`name` also searches the SKU). Ranges are inclusive. */
export type ProductFilter =
  | { readonly column: TextColumn; readonly text: string }
  | { readonly column: ListColumn; readonly anyOf: readonly string[] }
  | { readonly column: NumberColumn; readonly from?: number; readonly to?: number }
  | { readonly column: NumberColumn | ListColumn; readonly empty: boolean }

export type ProductOrder = { readonly column: TableColumn; readonly descending: boolean } | null

/** Product data at one moment under one plan. */
export interface ProductView {
  readonly plan: CompiledPlan
  readonly priceOf: (product: Product) => PublicPrice
  readonly regularOf: (product: Product) => MinorUnits
  /** Stock; null: not counted. */
  readonly stockOf: (sku: string) => number | null
  /** Units sold in the last 30 days. */
  readonly soldOf: (sku: string) => number | null
  readonly listingOf: (sku: string) => ProductListing
  /** Strike-through price; computed only if the column is shown. */
  readonly struckOf: (sku: string) => MinorUnits | null
}

/** A product with what its columns show; each is worked out when first read. */
export class PricedRow {
  private priced: PublicPrice | null = null
  constructor(
    readonly product: Product,
    private readonly view: ProductView,
  ) {}

  get price(): PublicPrice {
    return (this.priced ??= this.view.priceOf(this.product))
  }
  get regular(): MinorUnits {
    return this.view.regularOf(this.product)
  }
  get shelf(): MinorUnits {
    return this.price.price
  }
  get struck(): MinorUnits | null {
    return this.view.struckOf(this.product.sku)
  }
  get saving(): MinorUnits | null {
    return this.shelf < this.regular ? this.regular - this.shelf : null
  }
  get floor(): MinorUnits {
    return computeFloor(this.product, this.view.plan.store)
  }
  get cost(): MinorUnits | null {
    return this.product.unitCost
  }
  get margin(): BasisPoints | null {
    return computeMargin(this.product, this.shelf, this.view.plan.store)
  }
  get stock(): number | null {
    return this.view.stockOf(this.product.sku)
  }
  get sold(): number | null {
    return this.view.soldOf(this.product.sku)
  }
  get cover(): number | null {
    return computeCover(this.stock, this.sold)
  }
  get rating(): number | null {
    return this.view.listingOf(this.product.sku).rating
  }
  get reviews(): number | null {
    return this.view.listingOf(this.product.sku).reviews
  }
  get reference(): MinorUnits | null {
    return this.view.listingOf(this.product.sku).referencePrice
  }
  get name(): string {
    return this.product.name
  }
  get sku(): string {
    return this.product.sku
  }
  get categories(): readonly string[] {
    return this.product.categories
  }
  get tags(): readonly string[] {
    return this.product.tags
  }
  get family(): readonly string[] {
    return this.product.family === null ? [] : [this.product.family]
  }
  get promotions(): readonly string[] {
    return this.price.cuts.map(({ entry }) => entry.promotion.id)
  }
}

/** The columns that need no price are asked first. */
const UNPRICED = new Set<TableColumn>([
  'name',
  'sku',
  'categories',
  'tags',
  'family',
  'cost',
  'stock',
  'sold',
  'cover',
  'floor',
  'rating',
  'reviews',
  'reference',
])

/**
 * The products that pass every filter, in the order asked for, without one in catalogue order; what is not known comes last, whichever way
 * it goes.
 */
export function findProductRows(
  view: ProductView,
  products: readonly Product[],
  { filters, order }: { readonly filters: readonly ProductFilter[]; readonly order: ProductOrder },
): PricedRow[] {
  const tests = filters
    .toSorted((a, b) => costOf(a.column) - costOf(b.column))
    .map((filter) => compileFilter(filter, view.plan))
  const rows: PricedRow[] = []
  for (const product of products) {
    const row = new PricedRow(product, view)
    if (tests.every((test) => test(row))) rows.push(row)
  }
  return order ? sortRows(rows, order) : rows
}

/** The products that pass filters which ask for nothing that changes with time. Throws a `TypeError` if one asks for a price. */
export function filterProducts(plan: CompiledPlan, filters: readonly ProductFilter[]): readonly Product[] {
  if (filters.length === 0) return plan.catalogue.products
  const unpriced = (): never => {
    throw new TypeError('asks for a price')
  }
  const view: ProductView = {
    plan,
    priceOf: unpriced,
    regularOf: unpriced,
    stockOf: (sku) => plan.catalogue.bySku.get(sku)?.stock ?? null,
    soldOf: () => null,
    listingOf: () => NO_LISTING,
    struckOf: unpriced,
  }
  return findProductRows(view, plan.catalogue.products, { filters, order: null }).map(({ product }) => product)
}

function costOf(column: TableColumn): number {
  return column === 'struck' ? 2 : UNPRICED.has(column) ? 0 : 1
}

type RowTest = (row: PricedRow) => boolean

function compileFilter(filter: ProductFilter, plan: CompiledPlan): RowTest {
  const { column } = filter
  if ('text' in filter) {
    const isNamed = createNameTest(filter.text)
    return ({ product: { name, sku } }) => isNamed(column === 'name' ? `${name} ${sku}` : sku)
  }
  if ('anyOf' in filter) {
    const { withDescendants } = plan.catalogue
    const wanted = new Set(
      column === 'categories' ? filter.anyOf.flatMap((id) => [...(withDescendants.get(id) ?? [])]) : filter.anyOf,
    )
    return (row) => row[filter.column].some((id) => wanted.has(id))
  }
  if ('empty' in filter) return (row) => isNothing(row[filter.column]) === filter.empty
  const { from = -Infinity, to = Infinity } = filter
  return (row) => {
    const value = row[filter.column]
    return value !== null && value >= from && value <= to
  }
}

function isNothing(value: number | null | readonly string[]): boolean {
  return value === null || (Array.isArray(value) && value.length === 0)
}

const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })

function sortRows(rows: readonly PricedRow[], { column, descending }: NonNullable<ProductOrder>): PricedRow[] {
  const sign = descending ? -1 : 1
  const keyOf = (row: PricedRow): number | string | null => {
    const value = row[column]
    return typeof value === 'object' && value !== null ? (value[0] ?? null) : value
  }
  return rows
    .map((row) => ({ row, key: keyOf(row) }))
    .sort(({ key: a }, { key: b }) => {
      if (a === null || b === null) return Number(a === null) - Number(b === null)
      return sign * (typeof a === 'string' ? collator.compare(a, String(b)) : a - Number(b))
    })
    .map(({ row }) => row)
}

/** Tells whether a name holds every word of what was typed, without case and accents; nothing typed matches every name. */
export function createNameTest(typed: string): (name: string) => boolean {
  const words = foldText(typed).split(/\s+/).filter(Boolean)
  return (name) => {
    const text = foldText(name)
    return words.every((word) => text.includes(word))
  }
}

/** Without case and accents. */
function foldText(text: string): string {
  return /^[\x20-\x7e]*$/.test(text) ? text.toLowerCase() : text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
}

/**
 * The reach that says the same as the filters, whatever products will come; null where a filter asks for what changes with time or what no
 * reach can say.
 */
export function toReach(filters: readonly ProductFilter[]): Reach | null {
  const reach: { -readonly [K in keyof Reach]: Reach[K] } = {}
  for (const filter of filters) {
    const key = REACH_KEYS[filter.column]
    if (key === undefined || key in reach) return null
    if ('anyOf' in filter && key !== 'regularPrice') reach[key] = filter.anyOf
    else if (key === 'regularPrice' && !('empty' in filter) && !('text' in filter) && !('anyOf' in filter)) {
      const { from, to } = filter
      reach[key] = { ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { below: to + 1 }) }
    } else return null
  }
  return reach
}

const REACH_KEYS: Partial<Record<TableColumn, 'categories' | 'tags' | 'families' | 'regularPrice'>> = {
  categories: 'categories',
  tags: 'tags',
  family: 'families',
  regular: 'regularPrice',
}

/** Products by hand, or whatever filters leave. */
export type ProductPick = { readonly skus: readonly string[] } | { readonly filters: readonly ProductFilter[] }

/** A reach that holds what was picked, now and later; null where filters ask for what no reach can say, or too many were picked by hand. */
export function reachOfPick(pick: ProductPick): Reach | null {
  if ('filters' in pick) return toReach(pick.filters)
  return pick.skus.length <= NAMED_IN_A_REACH ? { skus: pick.skus } : null
}
