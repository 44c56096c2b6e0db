import type { ShopProduct } from '@novalex/contract'
import { checkOrder, type Instant, type Product } from '@novalex/core'
import { searchProducts, getProduct } from '../catalogue/products.service.ts'
import type { Clock } from '../clock.ts'
import { refuseIfAny } from '../errors/AppError.ts'
import type { HandlersOf } from '../http/serveEndpoints.ts'
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

type Own = 'listShopProducts' | 'getShopProduct' | 'listShopOffers' | 'priceShopCart'

/** What shoppers see: always the latest release. */
export function createShopHandlers({ plans, threads, clock, history }: ShopDeps): HandlersOf<Own> {
  const liveAt = (at: string | undefined) => resolveQuestion({ plan: 'live', at }, { plans, clock })
  /** Products as the shop shows them, with the price that may be crossed out. */
  async function show(sourced: SourcedPlan, products: readonly Product[], at: Instant): Promise<ShopProduct[]> {
    const spans = await history.of(products, { ahead: sourced, now: clock.now(), to: at + 1 })
    const { plan } = sourced
    return products.map((product) => toShopProduct(plan, product, { now: at, history: spans.get(product.sku)! }))
  }
  return {
    listShopProducts: async ({ query }) => {
      const sourced = await liveAt(query.at)
      const { release } = sourced
      const found = searchProducts(sourced.plan, query)
      const from = (Number(query.page ?? 1) - 1) * PAGE_SIZE
      const products = await show(sourced, found.slice(from, from + PAGE_SIZE), sourced.now)
      return { release, total: found.length, products }
    },
    getShopProduct: async ({ params, query }) => {
      const sourced = await liveAt(query.at)
      const [product] = await show(sourced, [getProduct(sourced.plan, params.sku)], sourced.now)
      return { release: sourced.release, product: product! }
    },
    listShopOffers: async ({ params, query }) => {
      const { plan, now } = await liveAt(query.at)
      return findOpenOffers(plan, getProduct(plan, params.sku), now)
    },
    priceShopCart: async ({ body: { at, cart } }) => {
      const { plan, release } = await plans.getRecent()
      const order = { now: at === undefined ? clock.now() : Date.parse(at), cart, facts: {}, codes: {} }
      refuseIfAny(checkOrder(plan, order))
      return isLargeOrder(plan, order) ? threads.run('shopCart', { order }) : computeShopCart(plan, release, order)
    },
  }
}
