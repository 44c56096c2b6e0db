import { ShopCartRequest, ShopQuery, type ShopAnswer, type ShopProductAnswer } from '@novalex/contract'
import {
  checkOrder,
  computeScheduleStatus,
  type CompiledPlan,
  type Instant,
  type Product,
  type Promotion,
} from '@novalex/core'
import { Router } from 'express'
import { findProducts, getProduct } from '../catalogue/products.service.ts'
import type { Clock } from '../clock.ts'
import { refuseIfAny } from '../http/AppError.ts'
import { parseBody, parseQuery } from '../http/validate.ts'
import { resolveQuestion } from '../plan/ask.ts'
import type { PlanSource } from '../plan/planSource.ts'
import { computeShopCart } from './shopCart.ts'
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
  routes.get('/products/:sku/offers', async (request, response) => {
    const { at } = parseQuery(ShopQuery, request)
    const { plan, now } = await resolveQuestion({ plan: 'live', at }, { plans, clock })
    response.json(findOpenOffers(plan, getProduct(plan, request.params.sku), now))
  })
  routes.post('/cart', async (request, response) => {
    const { at, cart } = parseBody(ShopCartRequest, request)
    const { plan, release, now } = await resolveQuestion({ plan: 'live', at }, { plans, clock })
    const order = { now, cart, facts: {}, codes: {} }
    refuseIfAny(checkOrder(plan, order))
    response.json(computeShopCart(plan, release, order))
  })
  return routes
}

/** The cart offers that hold on a product now and need no code; without their names, which are for the planners alone. */
function findOpenOffers(plan: CompiledPlan, product: Product, now: Instant): Promotion[] {
  return plan
    .findOffers(product)
    .filter(({ promotion: { state, code, display }, schedule, phase }) => {
      if (display?.places?.includes('product') === false) return false
      return state === 'ready' && code === null && phase < 5 && computeScheduleStatus(schedule, now) === 'live'
    })
    .map(({ promotion }) => ({ ...promotion, name: promotion.mechanic.kind }))
}
