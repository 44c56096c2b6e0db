import { foundProductsJob, productTableJob, reachJob } from './catalogue.jobs.ts'
import type { CategoryAnswer, LabelsAnswer } from '@novalex/contract'
import { categoryPath, type CompiledPlan } from '@novalex/core'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { RecentFigures } from '../../sources/figures/recentFigures.ts'
import { isLargeCatalogue } from '../../sources/plans/isLargeCatalogue.ts'
import { resolveQuestion } from '../../sources/plans/resolveQuestion.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { Clock } from '../../platform/clock.ts'
import type { CatalogueService } from './catalogue.service.ts'
import { isLongQuestion, type FoundTask, type ProductTable } from './productTable.service.ts'
import type { Threads } from '../../jobs/threads.ts'
import { findListing, findSoldElsewhere } from '../../data/catalogue/index.ts'
import { computeProductPage, computeReachAnswer, getProduct, priceProduct } from './products.service.ts'

interface Deps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
  readonly catalogue: CatalogueService
  readonly table: ProductTable
  readonly figures: RecentFigures
  readonly threads: Threads
}

type Own =
  | 'listLabels'
  | 'listCategories'
  | 'deleteCategory'
  | 'listProducts'
  | 'createProduct'
  | 'getProductTable'
  | 'listFoundProducts'
  | 'lookUpProducts'
  | 'getProduct'
  | 'updateProduct'
  | 'deleteProduct'
  | 'getReach'

export function createCatalogueHandlers({
  database,
  plans,
  clock,
  catalogue,
  table,
  figures,
  threads,
}: Deps): HandlersOf<Own> {
  const isLong = async (question: FoundTask['question']) =>
    isLongQuestion((await plans.get(question.plan ?? 'working')).plan.catalogue, question)
  return {
    listLabels: async ({ query: { of, search = '' } }) => {
      const { plan } = await plans.get('working')
      return findLabels(plan, of, search)
    },
    listCategories: async () => describeCategories((await plans.get('working')).plan),
    deleteCategory: async ({ params, query, by }) => {
      await catalogue.remove(params.id, Number(query.revision), by)
    },
    listProducts: async ({ query }) => {
      const { plan, now, guest } = await resolveQuestion(query, { plans, clock })
      return computeProductPage(plan, { ...guest, now, facts: await figures.facts() }, query)
    },
    createProduct: async ({ body, by }) => {
      await catalogue.createProduct(body, by)
    },
    getProductTable: async ({ body: question }) => {
      const task = { question, now: clock.now() }
      return (await isLong(question)) ? threads.run(productTableJob, task) : table.page(task)
    },
    listFoundProducts: async ({ body }) => {
      const question = { ...body, order: null }
      const task = { question, now: clock.now() }
      return { skus: await ((await isLong(question)) ? threads.run(foundProductsJob, task) : table.found(task)) }
    },
    lookUpProducts: async ({ body: { skus } }) => {
      const { plan } = await plans.get('working')
      const found = [...new Set(skus)].flatMap((sku) => plan.catalogue.bySku.get(sku) ?? [])
      return found.map(({ sku, name, regularPrice }) => ({ sku, name, regularPrice }))
    },
    getProduct: async ({ params, query }) => {
      const { plan, now, guest, catalogueRevision } = await resolveQuestion(query, { plans, clock })
      const product = getProduct(plan, params.sku)
      const [{ bySku: stock }, facts] = await Promise.all([figures.allStock(catalogueRevision), figures.facts()])
      const priced = priceProduct(plan, { ...product, stock: stock.get(product.sku) ?? null }, { ...guest, now, facts })
      const { sku } = product
      const [listing, soldElsewhere] = await Promise.all([
        findListing(database, sku),
        findSoldElsewhere(database, sku, now),
      ])
      return { ...priced, listing, soldElsewhere }
    },
    updateProduct: async ({ params, body, by }) => {
      await catalogue.updateProduct(params.sku, body, by)
    },
    deleteProduct: async ({ params, query, by }) => {
      await catalogue.removeProduct(params.sku, Number(query.revision), by)
    },
    getReach: async ({ body }) => {
      const working = await plans.get('working')
      const isLarge = isLargeCatalogue(working.plan.catalogue)
      const now = clock.now()
      if (isLarge) return threads.run(reachJob, { question: body, now })
      return computeReachAnswer(working, await figures.sold(working.catalogueRevision, now), body)
    },
  }
}

export function describeCategories({ catalogue }: CompiledPlan): CategoryAnswer[] {
  const counts = new Map<string, number>()
  for (const { categories } of catalogue.products) {
    for (const id of new Set(categories.flatMap((category) => withAncestors(category, catalogue)))) {
      counts.set(id, (counts.get(id) ?? 0) + 1)
    }
  }
  return [...catalogue.categories.values()].map((category) => ({
    ...category,
    path: categoryPath(catalogue.categories, category.id),
    products: counts.get(category.id) ?? 0,
  }))
}

const LABELS_SHOWN = 50

function findLabels({ catalogue }: CompiledPlan, of: 'tags' | 'families', search: string): LabelsAnswer {
  const counts = new Map<string, number>()
  const wanted = search.trim().toLowerCase()
  for (const { tags, family } of catalogue.products) {
    for (const label of of === 'tags' ? tags : family === null ? [] : [family])
      if (label.toLowerCase().includes(wanted)) counts.set(label, (counts.get(label) ?? 0) + 1)
  }
  return [...counts]
    .map(([label, products]) => ({ label, products }))
    .sort((a, b) => b.products - a.products || (a.label < b.label ? -1 : 1))
    .slice(0, LABELS_SHOWN)
}

function withAncestors(id: string, catalogue: CompiledPlan['catalogue']): string[] {
  const ids: string[] = []
  for (let next: string | null = id; next !== null && !ids.includes(next);) {
    ids.push(next)
    next = catalogue.categories.get(next)?.parent ?? null
  }
  return ids
}
