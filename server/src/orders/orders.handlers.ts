import type { OrderRequest } from '@novalex/contract'
import { createProblem, type Shopper } from '@novalex/core'
import type { Request } from 'express'
import { readEmail } from '../access/email.ts'
import { readingOf, type Identity } from '../access/identity.ts'
import { AppError, refuseIfAny } from '../errors/AppError.ts'
import type { HandlersOf } from '../http/serveEndpoints.ts'
import type { CodeTries } from '../shop/codeTries.ts'
import { visitorOf } from '../shop/shopCookie.ts'
import { findShopBuyer, senderOf } from '../shop/whoBuys.ts'
import { cancelOrder } from './cancelOrder.ts'
import { getOrder, listOrders } from './listOrders.ts'
import { placeOrder, type OrderDeps, type OrderTask } from './placeOrder.ts'
import { hashRequest } from './requestHash.ts'

type Own = 'placeOrder' | 'listOrders' | 'getOrder' | 'cancelOrder'

export function createOrdersHandlers(deps: OrderDeps & { readonly tries: CodeTries }): HandlersOf<Own> {
  const { database, tries } = deps
  return {
    placeOrder: async ({ headers, body, who, request }) => {
      const { cart } = body
      const sender = senderOf(who, cart, request.ip ?? '')
      if (sender !== null) tries.refuseTooMany(sender, cart.codes)
      const key = { holder: holderOf(who, request), key: headers['idempotency-key'], hash: hashRequest(body) }
      const { plan } = await deps.plans.getRecent()
      const known = await findShopBuyer(database, cart, { who, request, plan, isOrder: true })
      const answer = await placeOrder(deps, { key, request: body, known, buyer: readBuyer(body, known.shopper) })
      if (sender !== null) tries.note(sender, answer.order.receipt.codes)
      return answer
    },
    listOrders: ({ query, who }) => listOrders(database, query, readingOf(who)),
    getOrder: ({ params, who }) => getOrder(database, { id: params.id, holder: ownOf(who) }, readingOf(who)),
    cancelOrder: async ({ params, who, by }) => {
      const holder = ownOf(who)
      await cancelOrder(deps, { id: /^\d{1,16}$/.test(params.id) ? Number(params.id) : 0, by, holder })
      return getOrder(database, { id: params.id, holder }, readingOf(who))
    },
  }
}

/** Whose keys of requests are told apart: those of a key, or of a visitor. Throws `visitor-unknown`. */
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

function readBuyer({ buyer }: OrderRequest, shopper: Shopper | null): OrderTask['buyer'] {
  if (!buyer) {
    if (shopper === null) refuseIfAny([createProblem('required', 'buyer')])
    return null
  }
  return { email: readEmail(buyer.email, 'buyer.email'), name: buyer.name.trim(), consent: buyer.consent ?? false }
}
