import { shopCartJob } from './shop.jobs.ts'
import type { DeliveryOption, ShopProduct, ShopViewQuery } from '@novalex/contract'
import { checkOrder, type Instant, type Product } from '@novalex/core'
import type { Request, Response } from 'express'
import type { Identity } from '../../http/identity.ts'
import { searchProducts, getProduct } from '../catalogue/products.service.ts'
import type { Clock } from '../../platform/clock.ts'
import type { RecentFigures } from '../../sources/figures/recentFigures.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { linkNext } from '../../http/linkNext.ts'
import { senderOf } from '../../http/senderOf.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { isLargeOrder } from '../../sources/plans/isLargeOrder.ts'
import type { PlanSource, SourcedPlan } from '../../sources/plans/planSource.ts'
import type { PriceHistory } from '../../sources/history/priceHistory.ts'
import { findShopper, findShoppers } from '../../data/shoppers/index.ts'
import type { TaskQueues } from '../../http/taskQueues.ts'
import type { Threads } from '../../jobs/threads.ts'
import type { CodeTries } from './codeTries.ts'
import { findCircumstances } from '../../sources/cart/circumstances.ts'
import { resolveCart } from '../../sources/cart/resolveCart.ts'
import { computeShopCart, nameMistyped } from '../../sources/cart/shopCart.ts'
import { forgetShopper, rememberShopper, shopperOf, welcome } from './shopCookie.ts'
import { describeShop } from './shopInfo.ts'
import { findOpenOffers, listCoupons } from './shopOffers.ts'
import { toShopProduct } from './shopProduct.ts'
import { chooseChannel, findViewer, type Look } from './viewer.ts'
import { findShopBuyer, whoTries } from './whoBuys.ts'

const PAGE_SIZE = 24
const SHOWN_SHOPPERS = 20

interface Deps {
  readonly database: Database
  readonly plans: PlanSource
  readonly threads: Threads
  readonly clock: Clock
  readonly history: PriceHistory
  readonly tries: CodeTries
  /** By sender, so that one does not take the shop's thread from all others. */
  readonly queues: TaskQueues
  readonly figures: RecentFigures
  /** Whether shoppers sign in by choosing a name. */
  readonly isDemo: boolean
}

type Own =
  | 'getShop'
  | 'listShopShoppers'
  | 'signInToShop'
  | 'signOutOfShop'
  | 'listShopProducts'
  | 'getShopProduct'
  | 'listShopOffers'
  | 'priceShopCart'
  | 'listShopDiscountCodes'

interface Looked {
  readonly at?: string
  readonly plan?: string
}

interface Asked {
  readonly query: ShopViewQuery
  readonly who: Identity
  readonly request: Request
  readonly response: Response
}

/** The live release now; staff may ask for another plan or time. */
export function createShopHandlers(deps: Deps): HandlersOf<Own> {
  const { database, plans, threads, clock, history, tries, queues, figures, isDemo } = deps

  /** Throws `staff-only` where someone else than the desk's people asks for another plan or moment. */
  async function open({ at, plan }: Looked, who: Identity): Promise<SourcedPlan & { readonly now: Instant }> {
    if ((at !== undefined || plan !== undefined) && who.kind !== 'person') throw new AppError('staff-only')
    const sourced = plan === undefined || plan === 'live' ? await plans.getRecent() : await plans.get(plan)
    return { ...sourced, now: at === undefined ? clock.now() : Date.parse(at) }
  }

  /** What is looked at, and by whom. Answers for a known shopper are theirs alone. */
  async function look({ query, who, request, response }: Asked): Promise<{ sourced: SourcedPlan; look: Look }> {
    const { now, ...sourced } = await open(query, who)
    const [store, facts] = [await figures.store(), await figures.facts()]
    const viewer = await findViewer(database, query, { who, request, plan: sourced.plan, store, facts })
    if (viewer.shopper) response.set('cache-control', 'private, no-store')
    const shown = { currency: sourced.plan.store.currency, locale: store.locale }
    return { sourced, look: { ...viewer, now, figures: shown } }
  }

  /** Products as the shop shows them, with the price that may be crossed out. */
  async function show(sourced: SourcedPlan, products: readonly Product[], seen: Look): Promise<ShopProduct[]> {
    const { channel } = seen
    const spans = await history.of(products, { ahead: sourced, now: clock.now(), to: seen.now + 1, channel })
    const { plan } = sourced
    const stock = await figures.stock(products.flatMap(({ sku, stock: counted }) => (counted === null ? [] : sku)))
    return products.map((product) => {
      const present = { ...product, stock: stock[product.sku] ?? product.stock }
      return toShopProduct(plan, present, { look: seen, history: spans.get(product.sku)! })
    })
  }

  function refuseUnlessStandIn(): void {
    if (!isDemo) throw new AppError('not-found', { facts: { kind: 'page' } })
  }

  return {
    getShop: async ({ query, who, request, response }) => {
      welcome(request, response)
      const [sourced, store] = [await open(query, who), await figures.store()]
      const id = shopperOf(request)
      const shopper = id === null ? null : await findShopper(database, id)
      return describeShop(sourced, store, { shopper, now: clock.now(), isStandIn: isDemo })
    },
    listShopShoppers: async ({ query: { search = '' }, who }) => {
      refuseUnlessStandIn()
      const { shoppers } = await findShoppers(database, { search, limit: SHOWN_SHOPPERS })
      // Which groups there are is the store's own business.
      const isStaff = who.kind === 'person'
      return shoppers.map(({ id, name, groups }) => ({ id, name, groups: isStaff ? [...groups] : [] }))
    },
    signInToShop: async ({ body, request, response }) => {
      refuseUnlessStandIn()
      if (!(await findShopper(database, body.shopper)))
        throw new AppError('not-found', { facts: { kind: 'shopper', id: body.shopper } })
      rememberShopper(request, response, body.shopper)
    },
    signOutOfShop: ({ response }) => {
      forgetShopper(response)
    },
    listShopProducts: async ({ query, who, request, response }) => {
      const { sourced, look: seen } = await look({ query, who, request, response })
      const { release } = sourced
      const found = searchProducts(sourced.plan, query)
      const [page, size] = [Number(query.page ?? 1), Number(query.size ?? PAGE_SIZE)]
      const from = (page - 1) * size
      const products = await show(sourced, found.slice(from, from + size), seen)
      if (from + size < found.length) linkNext(request, response, { page: String(page + 1) })
      return { release, total: found.length, products }
    },
    getShopProduct: async ({ params, ...asked }) => {
      const { sourced, look: seen } = await look(asked)
      const [product] = await show(sourced, [getProduct(sourced.plan, params.sku)], seen)
      return { release: sourced.release, product: product! }
    },
    listShopOffers: async ({ params, ...asked }) => {
      const { sourced, look: seen } = await look(asked)
      return findOpenOffers(sourced.plan, getProduct(sourced.plan, params.sku), seen)
    },
    listShopDiscountCodes: async ({ who, request, response }) => {
      const { sourced, look: seen } = await look({ query: {}, who, request, response })
      return listCoupons(sourced.plan, seen)
    },
    priceShopCart: async ({ body, who, request }) => {
      const [{ plan, release, now }, store] = [await open(body, who), await figures.store()]
      const tried = { sender: whoTries(who, body.cart, request), codes: body.cart.codes, plan }
      const known = await tries.admit(tried, () => findShopBuyer(database, body.cart, { who, request, plan }))
      const options: readonly DeliveryOption[] = store.delivery
      const cart = resolveCart(body.cart, {
        options,
        shopper: known.shopper,
        channel: chooseChannel(body.channel, who, store),
      })
      const order = { now, cart, ...(await findCircumstances(figures, { plan, cart, known })) }
      refuseIfAny(checkOrder(plan, order))
      const answer = isLargeOrder(plan, cart)
        ? await queues.run(senderOf(request), () =>
            threads.run(shopCartJob, { plan: body.plan ?? 'live', order, locale: store.locale }),
          )
        : computeShopCart(plan, order, { release, locale: store.locale })
      const codes = answer.codes.length > 0 ? nameMistyped(answer.codes, await figures.shapes()) : answer.codes
      return { ...answer, codes }
    },
  }
}
