import { SHOP_CHANNEL, type DeliveryOption, type ShopViewQuery } from '@novalex/contract'
import { createProblem, type CompiledPlan, type Facts, type Instant, type Viewer } from '@novalex/core'
import type { Request } from 'express'
import type { Identity } from '../../http/identity.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { addOwnUses } from '../../sources/cart/circumstances.ts'
import type { Figures } from '../../sources/cart/shopTexts.ts'
import { resolveDelivery } from '../../sources/cart/resolveCart.ts'
import type { StoreRecord } from '../../data/store/index.ts'
import { channelOf, findShopBuyer } from './whoBuys.ts'

/** Who looks at the shop, and when. */
export interface Look extends Omit<Viewer, 'past'> {
  readonly now: Instant
  readonly figures: Figures
}

interface Asking {
  readonly who: Identity
  readonly request: Request
  readonly plan: CompiledPlan
  readonly store: StoreRecord
  /** Usage of promotions by all shoppers. */
  readonly facts: Facts
}

/**
 * Who looks at the shop's pages, as everything that a price follows from: the shopper of session or key with their own uses, the channel, and
 * delivery once it is chosen. Throws `another-shopper`, `staff-only`, and `invalid-input` for an unknown channel, shopper, method or country.
 */
export async function findViewer(
  connection: Connection,
  { shopper, option, country, channel }: ShopViewQuery,
  { who, request, plan, store, facts }: Asking,
): Promise<Viewer> {
  const known = await findShopBuyer(
    connection,
    { codes: [], ...(shopper === undefined ? {} : { shopper }) },
    { who, request, plan, path: 'shopper' },
  )
  return {
    channel: chooseChannel(channel, who, store),
    shopper: known.shopper,
    facts: addOwnUses(facts, known.own),
    delivery: findChosen({ option, country }, store.delivery),
  }
}

/** The channel that a person of the desk asks for, else the caller's own. */
export function chooseChannel(asked: string | undefined, who: Identity, { channels }: StoreRecord): string {
  if (asked === undefined) return channelOf(who)
  if (who.kind !== 'person') throw new AppError('staff-only')
  if (asked !== SHOP_CHANNEL && !channels.some(({ id }) => id === asked))
    refuseIfAny([createProblem('unknown-channel', 'channel', { given: asked })])
  return asked
}

/** Delivery once both of its parts are chosen. */
function findChosen(
  { option, country }: Pick<ShopViewQuery, 'option' | 'country'>,
  options: readonly DeliveryOption[],
) {
  return option === undefined || country === undefined ? null : resolveDelivery({ option, country }, options, '')
}
