import {
  IdParams,
  LabelsQuery,
  LookupRequest,
  ProductRequest,
  PlanQuery,
  ProductsQuery,
  ReachQuestion,
  RevisionQuery,
  SkuParams,
  TableQuestion,
  FoundQuestion,
  type CategoryAnswer,
  type FoundAnswer,
  type LabelsAnswer,
  type LookupAnswer,
} from '@novalex/contract'
import { categoryPath, type CompiledPlan } from '@novalex/core'
import { Router } from 'express'
import { actorOf } from '../http/actor.ts'
import { parseBody, parseParams, parseQuery } from '../http/validate.ts'
import { isLargeCatalogue } from '../plan/isLargeCatalogue.ts'
import { resolveQuestion } from '../plan/resolveQuestion.ts'
import type { PlanSource } from '../plan/planSource.ts'
import type { Clock } from '../clock.ts'
import type { CatalogueService } from './catalogue.service.ts'
import { isLongQuestion, type FoundTask, type ProductTable } from './productTable.service.ts'
import type { Threads } from '../threads/threads.ts'
import { computeProductPage, computeReachAnswer, getProduct, priceProduct } from './products.service.ts'

interface Deps {
  readonly plans: PlanSource
  readonly clock: Clock
  readonly catalogue: CatalogueService
  readonly table: ProductTable
  readonly threads: Threads
}

export function createCatalogueRoutes({ plans, clock, catalogue, table, threads }: Deps): Router {
  const routes = Router()
  const isLong = async (question: FoundTask['question']) =>
    isLongQuestion((await plans.get(question.plan ?? 'working')).plan.catalogue, question)
  routes.get('/categories', async (_request, response) => {
    const { plan } = await plans.get('working')
    response.json(describeCategories(plan))
  })
  routes.delete('/categories/:id', async (request, response) => {
    const { revision } = parseQuery(RevisionQuery, request)
    await catalogue.remove(parseParams(IdParams, request).id, Number(revision), actorOf(request))
    response.status(204).end()
  })
  routes.get('/labels', async (request, response) => {
    const { of, search = '' } = parseQuery(LabelsQuery, request)
    const { plan } = await plans.get('working')
    response.json(findLabels(plan, of, search))
  })
  routes.get('/products', async (request, response) => {
    const query = parseQuery(ProductsQuery, request)
    const { plan, now } = await resolveQuestion(query, { plans, clock })
    response.json(computeProductPage(plan, now, query))
  })
  routes.post('/products/table', async (request, response) => {
    const task = { question: parseBody(TableQuestion, request), now: clock.now() }
    response.json(await ((await isLong(task.question)) ? threads.run('productTable', task) : table.page(task)))
  })
  routes.post('/products/found', async (request, response) => {
    const question = { ...parseBody(FoundQuestion, request), order: null }
    const task = { question, now: clock.now() }
    const skus = await ((await isLong(question)) ? threads.run('foundProducts', task) : table.found(task))
    response.json({ skus } satisfies FoundAnswer)
  })
  routes.get('/products/:sku', async (request, response) => {
    const { plan, now } = await resolveQuestion(parseQuery(PlanQuery, request), { plans, clock })
    response.json(priceProduct(plan, getProduct(plan, parseParams(SkuParams, request).sku), now))
  })
  routes.post('/products', async (request, response) => {
    await catalogue.createProduct(parseBody(ProductRequest, request), actorOf(request))
    response.status(201).end()
  })
  routes.delete('/products/:sku', async (request, response) => {
    const { revision } = parseQuery(RevisionQuery, request)
    await catalogue.removeProduct(parseParams(SkuParams, request).sku, Number(revision), actorOf(request))
    response.status(204).end()
  })
  routes.post('/products/lookup', async (request, response) => {
    const { skus } = parseBody(LookupRequest, request)
    const { plan } = await plans.get('working')
    const found = [...new Set(skus)].flatMap((sku) => plan.catalogue.bySku.get(sku) ?? [])
    response.json(found.map(({ sku, name }) => ({ sku, name })) satisfies LookupAnswer)
  })
  routes.post('/reach', async (request, response) => {
    const question = parseBody(ReachQuestion, request)
    const working = await plans.get('working')
    const isLarge = isLargeCatalogue(working.plan.catalogue)
    response.json(await (isLarge ? threads.run('reach', question) : computeReachAnswer(working, question)))
  })
  return routes
}

function describeCategories({ catalogue }: CompiledPlan): CategoryAnswer[] {
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
