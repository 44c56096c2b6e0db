import type { TableAnswer, TableQuestion, TableRow } from '@novalex/contract'
import {
  createPublicPricer,
  createRegularPricer,
  type CompiledPlan,
  findProductRows,
  NO_LISTING,
  type Instant,
  type MinorUnits,
  type PricedRow,
  type ProductFilter,
  type ProductView,
} from '@novalex/core'
import { LRUCache } from 'lru-cache'
import type { RecentFigures } from '../../sources/figures/recentFigures.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { isLargeCatalogue } from '../../sources/plans/isLargeCatalogue.ts'
import { guestIn } from '../../sources/plans/resolveQuestion.ts'
import type { PlanSource, SourcedPlan } from '../../sources/plans/planSource.ts'
import { computeStruckPrices, type PriceHistory } from '../../sources/history/priceHistory.ts'
import { describePrice } from './products.service.ts'

/** Table query, with the caller's current time. */
export interface TableTask {
  readonly question: TableQuestion
  readonly now: Instant
}

export interface FoundTask {
  readonly question: Omit<TableQuestion, 'from' | 'count'>
  readonly now: Instant
}

export interface ProductTable {
  page(task: TableTask): Promise<TableAnswer>
  /** The SKUs of all rows. */
  found(task: FoundTask): Promise<string[]>
}

export interface TableDeps {
  readonly plans: PlanSource
  readonly history: PriceHistory
  readonly figures: RecentFigures
}

const KEPT_TABLES = 4

/** The products in the columns of their table. What was found is kept, so that the next part of the same table is at hand. */
export function createProductTable(deps: TableDeps): ProductTable {
  const { plans, history, figures } = deps
  const tables = new LRUCache<string, PricedRow[], () => Promise<PricedRow[]>>({
    max: KEPT_TABLES,
    ignoreFetchAbort: true,
    fetchMethod: (_key, _stale, { context: findAnew }) => findAnew(),
  })

  /** Every row of a table, with the plan that it was found under. */
  async function find({ question, now }: FoundTask): Promise<Found> {
    const sourced = await plans.get(question.plan ?? 'working')
    const at = question.at === undefined ? now : Date.parse(question.at)
    const { filters, order, channel } = question
    refuseUnknownCategories(sourced, filters)
    const { sale } = await figures.allStock(sourced.catalogueRevision)
    const key = JSON.stringify([sourced.key, sale, at, filters, order, channel])
    const findAnew = () => findRows({ history, figures }, sourced, { filters, order, at, now, channel })
    return { sourced, at, rows: await tables.forceFetch(key, { context: findAnew }) }
  }

  return {
    async page({ question, now }) {
      const { sourced, at, rows } = await find({ question, now })
      const shown = rows.slice(question.from, question.from + question.count)
      const reduced = shown.filter(({ saving }) => saving !== null).map(({ product }) => product)
      const struck = await computeStruckPrices(history, reduced, { ahead: sourced, now, at, channel: question.channel })
      return { total: rows.length, rows: shown.map((row) => describeRow(row, sourced, struck)) }
    },
    async found(task) {
      return (await find(task)).rows.map(({ sku }) => sku)
    },
  }
}

interface Found {
  readonly sourced: SourcedPlan
  readonly at: Instant
  readonly rows: readonly PricedRow[]
}

/** Product data that needs no pricing. */
const UNPRICED: ReadonlySet<string> = new Set([
  'sku',
  'name',
  'family',
  'categories',
  'tags',
  'cost',
  'stock',
  'sold',
  'rating',
  'reviews',
  'reference',
])

/** Whether a thread should answer: what needs the price history of every product that is reduced, or the price of very many. */
export function isLongQuestion(catalogue: CompiledPlan['catalogue'], question: FoundTask['question']): boolean {
  if (asksForStruckPrices(question)) return true
  const columns = [...question.filters, ...(question.order ? [question.order] : [])].map(({ column }) => column)
  return isLargeCatalogue(catalogue) && columns.some((column) => !UNPRICED.has(column))
}

function asksForStruckPrices({ filters, order }: Pick<TableQuestion, 'filters' | 'order'>): boolean {
  return order?.column === 'struck' || filters.some(({ column }) => column === 'struck')
}

interface Wanted {
  readonly filters: readonly ProductFilter[]
  readonly order: TableQuestion['order']
  readonly at: Instant
  readonly now: Instant
  readonly channel?: string | undefined
}

/** Every product that passes the filters, in order. Struck prices are looked up only for what the other filters leave. */
export async function findRows(
  { history, figures }: Pick<TableDeps, 'history' | 'figures'>,
  sourced: SourcedPlan,
  { filters, order, at, now, channel }: Wanted,
): Promise<PricedRow[]> {
  const { plan, catalogueRevision } = sourced
  const [{ bySku: stock }, sold, listings, facts] = await Promise.all([
    figures.allStock(catalogueRevision),
    figures.sold(catalogueRevision, now),
    figures.listings(catalogueRevision),
    figures.facts(),
  ])
  const guest = { ...guestIn(channel), facts }
  const view: ProductView = {
    plan,
    priceOf: createPublicPricer(plan, at, guest),
    regularOf: createRegularPricer(plan, at, guest),
    stockOf: (sku) => stock.get(sku) ?? null,
    soldOf: (sku) => sold.get(sku) ?? null,
    listingOf: (sku) => listings.get(sku) ?? NO_LISTING,
    struckOf: () => null,
  }
  const { products } = plan.catalogue
  if (!asksForStruckPrices({ filters: [...filters], order })) return findProductRows(view, products, { filters, order })
  const others = filters.filter(({ column }) => column !== 'struck')
  const left = findProductRows(view, products, { filters: others, order: null })
  const reduced = left.filter(({ saving }) => saving !== null).map(({ product }) => product)
  const struck = await computeStruckPrices(history, reduced, { ahead: sourced, now, at, channel })
  const full: ProductView = { ...view, struckOf: (sku) => struck.get(sku) ?? null }
  const own = filters.filter(({ column }) => column === 'struck')
  return findProductRows(
    full,
    left.map(({ product }) => product),
    { filters: own, order },
  )
}

function describeRow(row: PricedRow, { plan }: SourcedPlan, struck: ReadonlyMap<string, MinorUnits>): TableRow {
  const { regular, margin, stock, sold, cover, rating, reviews, reference } = row
  const product = { ...row.product, stock }
  return {
    ...describePrice(plan, product, row.price),
    regular,
    margin,
    sold,
    cover,
    rating,
    reviews,
    reference,
    struck: struck.get(product.sku) ?? null,
  }
}

function refuseUnknownCategories({ plan }: SourcedPlan, filters: readonly ProductFilter[]): void {
  for (const filter of filters) {
    if (filter.column !== 'categories' || !('anyOf' in filter)) continue
    const id = filter.anyOf.find((one) => !plan.catalogue.categories.has(one))
    if (id !== undefined) throw new AppError('not-found', { facts: { kind: 'category', id } })
  }
}
