import {
  ShopCartRequest,
  ShopQuery,
  type ShopAnswer,
  type ShopProduct,
  type ShopProductAnswer,
} from '@novalex/contract'
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
import type { PriceHistory } from '../prices/priceHistory.service.ts'
import { computeShopCart } from './shopCart.ts'
import { toShopProduct } from './shopProduct.ts'

const PAGE_SIZE = 24

interface ShopDeps {
  readonly plans: PlanSource
  readonly clock: Clock
  readonly history: PriceHistory
}

/** What shoppers see: always the latest release. */
export function createShopRoutes({ plans, clock, history }: ShopDeps): Router {
  const routes = Router()
  /** Products as the shop shows them, with the price that may be crossed out. */
  async function show(plan: CompiledPlan, products: readonly Product[], at: Instant): Promise<ShopProduct[]> {
    const spans = await history.of(products, { ahead: plan, now: clock.now(), to: at + 1 })
    return products.map((product) => toShopProduct(plan, product, { now: at, history: spans.get(product.sku)! }))
  }
  routes.get('/products', async (request, response) => {
    const query = parseQuery(ShopQuery, request)
    const { plan, release, now } = await resolveQuestion({ plan: 'live', at: query.at }, { plans, clock })
    const found = findProducts(plan, query)
    const from = (Number(query.page ?? 1) - 1) * PAGE_SIZE
    const products = await show(plan, found.slice(from, from + PAGE_SIZE), now)
    response.json({ release, total: found.length, products } satisfies ShopAnswer)
  })
  routes.get('/products/:sku', async (request, response) => {
    const { at } = parseQuery(ShopQuery, request)
    const { plan, release, now } = await resolveQuestion({ plan: 'live', at }, { plans, clock })
    const [product] = await show(plan, [getProduct(plan, request.params.sku)], now)
    response.json({ release, product: product! } satisfies ShopProductAnswer)
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
