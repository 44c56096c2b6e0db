import type { ShopCart } from '@novalex/contract'
import { createProblem, type CompiledPlan, type Shopper } from '@novalex/core'
import type { Request } from 'express'
import type { Identity } from '../access/identity.ts'
import type { Connection } from '../db/openDatabase.ts'
import { AppError, refuseIfAny } from '../errors/AppError.ts'
import { findBuyer } from '../shoppers/shoppers.repository.ts'
import { needsGoods } from './circumstances.ts'
import { shopperOf } from './shopCookie.ts'

interface Asking {
  readonly who: Identity
  readonly request: Request
  /** Whether only a key may name another than who is signed in to the shop. */
  readonly isOrder?: boolean
  readonly plan: CompiledPlan
}

/**
 * What is known of who buys: whoever the shop's cookie says, or whom the holder of a key (of a cart that is only priced, somebody of the desk as
 * well) names. Throws `another-shopper` for anybody else's id.
 */
export async function findShopBuyer(
  connection: Connection,
  { shopper }: Pick<ShopCart, 'shopper'>,
  { who, request, plan, isOrder = false }: Asking,
): Promise<Shopper | null> {
  const own = shopperOf(request)
  const id = shopper === undefined && who.kind !== 'key' ? own : (shopper ?? null)
  if (id === null) return null
  const mayName = who.kind === 'key' || (who.kind === 'person' && !isOrder)
  if (id !== own && !mayName) throw new AppError('another-shopper')
  const found = await findBuyer(connection, id, { withGoods: needsGoods(plan) })
  if (found) return found
  // Whoever was signed in may have been taken out of the shoppers meanwhile.
  if (shopper !== undefined) refuseIfAny([createProblem('unknown-shopper', 'cart.shopper', { id })])
  return null
}

/** Whose tries at codes are counted together; a shop's server that names no shopper knows its visitors itself. */
export function senderOf(who: Identity, { shopper }: Pick<ShopCart, 'shopper'>, address: string): string | null {
  if (who.kind !== 'key') return address
  return shopper ? `${who.key.id} ${shopper}` : null
}
