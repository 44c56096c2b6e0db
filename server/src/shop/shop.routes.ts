import { ShopQuery, type ShopAnswer, type ShopProductAnswer } from '@novalex/contract'
import { Router } from 'express'
import { findProducts, getProduct } from '../catalogue/products.service.ts'
import type { Clock } from '../clock.ts'
import { parseQuery } from '../http/validate.ts'
import { resolveQuestion } from '../plan/ask.ts'
import type { PlanSource } from '../plan/planSource.ts'
import { toShopProduct } from './shopProduct.ts'

const PAGE_SIZE = 24

/** What shoppers see: always the latest release. */
export function createShopRoutes({ plans, clock }: { plans: PlanSource; clock: Clock }): Router {
  const routes = Router()
  routes.get('/products', async (request, response) => {
    const query = parseQuery(ShopQuery, request)
    const { plan, release, now } = await resolveQuestion({ plan: 'live', at: query.at }, { plans, clock })
    const found = findProducts(plan, query)
    const from = (Number(query.page ?? 1) - 1) * PAGE_SIZE
    const products = found.slice(from, from + PAGE_SIZE).map((product) => toShopProduct(plan, product, now))
    response.json({ release, total: found.length, products } satisfies ShopAnswer)
  })
  routes.get('/products/:sku', async (request, response) => {
    const { at } = parseQuery(ShopQuery, request)
    const { plan, release, now } = await resolveQuestion({ plan: 'live', at }, { plans, clock })
    const product = toShopProduct(plan, getProduct(plan, request.params.sku), now)
    response.json({ release, product } satisfies ShopProductAnswer)
  })
  return routes
}
