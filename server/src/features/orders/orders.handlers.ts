import { placeOrderJob } from './orders.jobs.ts'
import { CHECKOUT_WORDING, type OrderRequest } from '@novalex/contract'
import { createProblem } from '@novalex/core'
import type { Request } from 'express'
import { readEmail } from '../../platform/email.ts'
import { readingOf, type Identity } from '../../http/identity.ts'
import { askConsentByLetter } from '../contacts/contacts.ts'
import { reporting } from '../../platform/events.ts'
import { ordersTotal } from '../../platform/metrics.ts'
import type { Logger } from 'pino'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { originOf } from '../../http/originOf.ts'
import { linkNext } from '../../http/linkNext.ts'
import { senderOf } from '../../http/senderOf.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { CodeTries } from '../shop/codeTries.ts'
import { visitorOf } from '../shop/shopCookie.ts'
import type { TaskQueues } from '../../http/taskQueues.ts'
import type { Threads } from '../../jobs/threads.ts'
import { channelOf, findShopBuyer, whoTries } from '../shop/whoBuys.ts'
import { cancelOrder } from './cancelOrder.ts'
import { getOrder, listOrders } from '../../data/orders/index.ts'
import { placeOrder, type LargeOrders, type OrderDeps, type OrderTask } from './placeOrder.ts'
import { hashRequest } from './requestHash.ts'

type Own = 'placeOrder' | 'listOrders' | 'getOrder' | 'cancelOrder'

interface Deps extends OrderDeps {
  readonly threads: Threads
  /** By sender, so that one does not take the shop's thread from all others. */
  readonly queues: TaskQueues
  readonly tries: CodeTries
  readonly origins: readonly string[]
  readonly logger: Logger
}

export function createOrdersHandlers(deps: Deps): HandlersOf<Own> {
  const { database, tries, clock, threads, queues } = deps

  /** The order stands, whatever becomes of the letter. */
  async function askToConfirm({ email, name }: NonNullable<OrderTask['buyer']>, origin: string): Promise<void> {
    const consent = { email, name, wording: CHECKOUT_WORDING, origin, at: clock.now() }
    await askConsentByLetter(database, consent).catch(reporting(deps.logger, 'letter-failed'))
  }

  return {
    placeOrder: async ({ headers, body, who, request, response }) => {
      const { cart } = body
      const { 'idempotency-key': chosen } = headers
      if (chosen === undefined) throw new AppError('idempotency-key-missing')
      const key = { holder: holderOf(who, request), key: chosen, hash: hashRequest(body) }
      const buyer = readBuyer(body)
      const large: LargeOrders = {
        place: (task) =>
          queues.run(senderOf(request), () =>
            threads.run(placeOrderJob, { task, now: clock.isFixed ? clock.now() : null }).catch(toUnknown),
          ),
      }
      const placing = placeOrder({ ...deps, large }, key, async () => {
        const { plan } = await deps.plans.getRecent()
        const tried = { sender: whoTries(who, cart, request), codes: cart.codes, plan }
        const known = await tries.admit(tried, () =>
          findShopBuyer(database, cart, { who, request, plan, isOrder: true }),
        )
        if (buyer === null && known.shopper === null) refuseIfAny([createProblem('required', 'buyer')])
        return { request: body, channel: channelOf(who), known, buyer }
      })
      const { answer, isReplay } = await placing.catch((thrown: unknown) => {
        ordersTotal.inc({ outcome: thrown instanceof AppError ? thrown.code : 'internal' })
        throw thrown
      })
      ordersTotal.inc({ outcome: isReplay ? 'replayed' : 'placed' })
      if (isReplay) response.set('idempotency-replayed', 'true')
      // A shop of one's own asks its shoppers in its own words.
      if (buyer?.consent && who.kind !== 'key') await askToConfirm(buyer, originOf(request, deps.origins))
      return answer
    },
    listOrders: async ({ query, who, request, response }) => {
      const answer = await listOrders(database, query, readingOf(who))
      const last = answer.orders.at(-1)
      if (answer.hasMore && last) linkNext(request, response, { before: last.id })
      return answer
    },
    getOrder: ({ params, who }) => getOrder(database, { id: params.id, holder: ownOf(who) }, readingOf(who)),
    cancelOrder: async ({ params, who, by }) => {
      const holder = ownOf(who)
      await cancelOrder(deps, { id: /^\d{1,16}$/.test(params.id) ? Number(params.id) : 0, by, holder })
      return getOrder(database, { id: params.id, holder }, readingOf(who))
    },
  }
}

/** A thread that was ended may have written the order before. */
function toUnknown(thrown: unknown): never {
  if (thrown instanceof AppError && thrown.code === 'took-too-long')
    throw new AppError('outcome-unknown', { cause: thrown })
  throw thrown
}

/** Scope of idempotency keys: an API key or a visitor. Throws `visitor-unknown`. */
function holderOf(who: Identity, request: Request): string {
  if (who.kind === 'key') return `key ${who.key.id}`
  const visitor = visitorOf(request)
  if (visitor === null) throw new AppError('visitor-unknown')
  return `visitor ${visitor}`
}

/** A key's holder sees the orders that were placed with it; people see all. */
function ownOf(who: Identity): string | null {
  return who.kind === 'key' ? `key ${who.key.id}` : null
}

/** Null where nobody is named: whoever is signed in. */
function readBuyer({ buyer }: OrderRequest): OrderTask['buyer'] {
  if (!buyer) return null
  return { email: readEmail(buyer.email, 'buyer.email'), name: buyer.name.trim(), consent: buyer.consent ?? false }
}
