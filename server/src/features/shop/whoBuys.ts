import { SHOP_CHANNEL, type ShopCart } from '@novalex/contract'
import { createProblem, type CompiledPlan } from '@novalex/core'
import type { Request } from 'express'
import type { Identity } from '../../http/identity.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { senderOf } from '../../http/senderOf.ts'
import { findKnown, type Known } from '../../sources/cart/circumstances.ts'
import { shopperOf } from './shopCookie.ts'

interface Asking {
  readonly who: Identity
  readonly request: Request
  /** Whether only a key may name another than who is signed in to the shop. */
  readonly isOrder?: boolean
  readonly plan: CompiledPlan
  /** Where the request names the shopper. */
  readonly path?: string
}

/**
 * The buyer and their codes: identified by the shop's cookie, or named by an API key (for a cart that is only priced, also by staff). Throws
 * `another-shopper` for anyone else's id.
 */
export async function findShopBuyer(
  connection: Connection,
  { shopper, codes }: Pick<ShopCart, 'shopper' | 'codes'>,
  { who, request, plan, isOrder = false, path = 'cart.shopper' }: Asking,
): Promise<Known> {
  const own = shopperOf(request)
  const id = shopper === undefined && who.kind !== 'key' ? own : (shopper ?? null)
  const mayName = who.kind === 'key' || (who.kind === 'person' && !isOrder)
  if (id !== null && id !== own && !mayName) throw new AppError('another-shopper')
  const known = await findKnown(connection, plan, { id, typed: codes })
  // Whoever was signed in may have been taken out of the shoppers meanwhile.
  if (known.shopper === null && id !== null && shopper !== undefined)
    refuseIfAny([createProblem('unknown-shopper', path, { id })])
  return known
}

/** The own channel in which a caller buys: an API key's, else the shop's. */
export const channelOf = (who: Identity): string => (who.kind === 'key' ? who.key.channel : SHOP_CHANNEL)

/** Rate limit scope of code attempts; null for an API key without shopper, which limits its own visitors. */
export function whoTries(who: Identity, { shopper }: Pick<ShopCart, 'shopper'>, request: Request): string | null {
  if (who.kind !== 'key') return senderOf(request)
  return shopper ? `${who.key.id} ${shopper}` : null
}
