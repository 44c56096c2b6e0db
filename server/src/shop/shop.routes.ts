import {
  ShopCartRequest,
  ShopQuery,
  SkuParams,
  type ShopAnswer,
  type ShopOffers,
  type ShopProduct,
  type ShopProductAnswer,
} from '@novalex/contract'
import { checkOrder, type Instant, type Product } from '@novalex/core'
import { Router } from 'express'
import { findProducts, getProduct } from '../catalogue/products.service.ts'
import type { Clock } from '../clock.ts'
import { refuseIfAny } from '../http/AppError.ts'
import { parseBody, parseParams, parseQuery } from '../http/validate.ts'
import { resolveQuestion } from '../plan/resolveQuestion.ts'
import { isLargeOrder } from '../plan/isLargeOrder.ts'
import type { PlanSource, SourcedPlan } from '../plan/planSource.ts'
import type { PriceHistory } from '../prices/priceHistory.service.ts'
import type { Threads } from '../threads/threads.ts'
import { findOpenOffers } from './shopOffers.ts'
import { computeShopCart } from './shopCart.ts'
import { toShopProduct } from './shopProduct.ts'

const PAGE_SIZE = 24

interface ShopDeps {
  readonly plans: PlanSource
  readonly threads: Threads
  readonly clock: Clock
  readonly history: PriceHistory
}

/** What shoppers see: always the latest release. */
export function createShopRoutes({ plans, threads, clock, history }: ShopDeps): Router {
  const routes = Router()
  /** Products as the shop shows them, with the price that may be crossed out. */
  async function show(sourced: SourcedPlan, products: readonly Product[], at: Instant): Promise<ShopProduct[]> {
    const spans = await history.of(products, { ahead: sourced, now: clock.now(), to: at + 1 })
    const { plan } = sourced
    return products.map((product) => toShopProduct(plan, product, { now: at, history: spans.get(product.sku)! }))
  }
  routes.get('/products', async (request, response) => {
    const query = parseQuery(ShopQuery, request)
    const sourced = await resolveQuestion({ plan: 'live', at: query.at }, { plans, clock })
    const { release } = sourced
    const found = findProducts(sourced.plan, query)
    const from = (Number(query.page ?? 1) - 1) * PAGE_SIZE
    const products = await show(sourced, found.slice(from, from + PAGE_SIZE), sourced.now)
    response.json({ release, total: found.length, products } satisfies ShopAnswer)
  })
  routes.get('/products/:sku', async (request, response) => {
    const { at } = parseQuery(ShopQuery, request)
    const sourced = await resolveQuestion({ plan: 'live', at }, { plans, clock })
    const asked = getProduct(sourced.plan, parseParams(SkuParams, request).sku)
    const [product] = await show(sourced, [asked], sourced.now)
    response.json({ release: sourced.release, product: product! } satisfies ShopProductAnswer)
  })
  routes.get('/products/:sku/offers', async (request, response) => {
    const { at } = parseQuery(ShopQuery, request)
    const { plan, now } = await resolveQuestion({ plan: 'live', at }, { plans, clock })
    response.json(findOpenOffers(plan, getProduct(plan, parseParams(SkuParams, request).sku), now) satisfies ShopOffers)
  })
  routes.post('/cart', async (request, response) => {
    const { at, cart } = parseBody(ShopCartRequest, request)
    const { plan, release } = await plans.getRecent()
    const order = { now: at === undefined ? clock.now() : Date.parse(at), cart, facts: {}, codes: {} }
    refuseIfAny(checkOrder(plan, order))
    if (isLargeOrder(plan, order)) response.json(await threads.run('shopCart', { order }))
    else response.json(computeShopCart(plan, release, order))
  })
  return routes
}
