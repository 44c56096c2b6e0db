import type { DeliveryOption, OrderAnswer, OrderRequest } from '@novalex/contract'
import {
  toIso,
  checkOrder,
  computeSale,
  type CompiledPlan,
  type Facts,
  type Instant,
  type Order,
  type Sale,
  type Shopper,
} from '@novalex/core'
import type { Clock } from '../../platform/clock.ts'
import { lockCodes } from '../../data/codes/codes.repository.ts'
import { ensureCounts, lockCounts, toFacts } from '../../data/counts/counts.repository.ts'
import type { RecentFigures } from '../../sources/figures/recentFigures.ts'
import { lockStock } from '../../data/stock/stock.repository.ts'
import { readTogether } from '../../platform/db/ask.ts'
import { isDatabaseAway } from '../../platform/db/isDatabaseAway.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { isLargeOrder } from '../../sources/plans/isLargeOrder.ts'
import type { PlanSource, SourcedPlan } from '../../sources/plans/planSource.ts'
import {
  addOwnUses,
  findCircumstances,
  needsGoods,
  readingOwnUses,
  type Known,
} from '../../sources/cart/circumstances.ts'
import { resolveCart } from '../../sources/cart/resolveCart.ts'
import { lockBuyer } from '../../data/shoppers/shoppers.repository.ts'
import { getStore, readRevisions, type StoreRecord } from '../../data/store/store.repository.ts'
import { createOrderNumber } from './orderNumber.ts'
import { claimKey, findPlaced, type OrderKey, type PlacedOrder } from '../../data/orders/orders.repository.ts'
import { recordSale } from './recordSale.ts'
import { isSameMoment } from './sameMoment.ts'
import { findNeeded, holds, isNothing, joinNeeded, sumUnits, type Needed } from './needed.ts'
import { describeChanged, isAsExpected } from './priceChanged.ts'

export interface OrderDeps {
  readonly database: Database
  readonly plans: PlanSource
  readonly clock: Clock
  readonly figures: RecentFigures
}

/** Places in a thread what is too large for the event loop. */
export interface LargeOrders {
  place(task: OrderTask): Promise<Placed>
}

export interface OrderTask {
  readonly key: OrderKey
  readonly request: OrderRequest
  /** Of its shopper and codes, as it was just now. */
  readonly known: Known
  readonly buyer: { readonly email: string; readonly name: string; readonly consent: boolean } | null
}

/** What an order is priced with, looked at beforehand. */
interface Ground {
  readonly sourced: SourcedPlan
  readonly store: StoreRecord
  /** As it was within the last second: for what no order waits for. */
  readonly recent: Pick<Order, 'facts' | 'stock'>
  /** What it came to then. */
  readonly trial: { readonly order: Order; readonly sale: Sale }
  readonly needed: Needed
}

const MOST_ROUNDS = 8
const MOST_TRIES = 12

export interface Placed {
  readonly answer: OrderAnswer
  /** Whether the key was used before: the order is the one that was placed then. */
  readonly isReplay: boolean
}

/**
 * Places an order under the live release: priced with the counts of this instant, compared with what the shopper saw, written down and counted,
 * all or nothing. Answers the order of a key that was used before, whatever `prepare` would find of a new one. Throws `price-changed`,
 * `out-of-stock`, `delivery-missing`, `key-reused`; `ask-again` where it is not known whether it was placed. Source: docs/selling.md, "An order".
 */
export async function placeOrder(
  deps: OrderDeps & { readonly large: LargeOrders },
  key: OrderKey,
  prepare: () => Promise<Omit<OrderTask, 'key'>>,
): Promise<Placed> {
  try {
    const task = { key, ...(await prepare()) }
    if (!isLargeOrder((await deps.plans.getRecent()).plan, task.request.cart)) return await placeNew(deps, task)
    // Its price takes longer than other requests should wait. What a thread does shows in no figure here.
    return await deps.large.place(task).finally(() => {
      deps.figures.forget()
    })
  } catch (thrown) {
    // Whoever asks again is answered the same, whatever would be said of a new order.
    const placed = thrown instanceof AppError ? await findPlaced(deps.database, key) : null
    if (placed) return { answer: toAnswer(placed, key), isReplay: true }
    throw thrown
  }
}

/** Places an order unless its key was used; see `placeOrder`. */
export async function placeNew(deps: OrderDeps, task: OrderTask): Promise<Placed> {
  if (task.request.cart.delivery === null) throw new AppError('delivery-missing')
  let ground = await lookAround(deps, task, { isFresh: false })
  for (let round = 1; ; round++) {
    const result = await placeOn(deps, task, ground)
    if (result.kind === 'placed') return { answer: toAnswer(result.order, task.key), isReplay: result.isReplay }
    if (result.kind === 'refused') {
      // Whoever looks at the cart again sees what is true now.
      deps.figures.forget()
      throw result.describe()
    }
    if (round === MOST_ROUNDS) throw new AppError('took-too-long')
    if (result.kind === 'moved') ground = await lookAround(deps, task, { isFresh: true })
    else if (result.kind === 'narrow') ground = { ...ground, needed: joinNeeded(ground.needed, result.needed) }
    else if (result.kind === 'uncounted') await ensureCounts(deps.database, [...ground.needed.promotions])
  }
}

/** What the order would most likely need, from figures that may be a second old. */
async function lookAround(
  { database, plans, figures, clock }: OrderDeps,
  { request, known }: OrderTask,
  { isFresh }: { readonly isFresh: boolean },
): Promise<Ground> {
  const store = isFresh ? await getStore(database) : await figures.store()
  const sourced = isFresh ? await plans.get('live') : await plans.getRecent()
  const { plan } = sourced
  const cart = resolve(request, store.delivery, known.shopper)
  const circumstances = await findCircumstances(figures, { plan, cart, known })
  const order = { now: clock.now(), cart, ...circumstances }
  refuseIfAny(checkOrder(plan, order))
  const sale = computeSale(plan, order)
  return { sourced, store, recent: circumstances, trial: { order, sale }, needed: findNeeded(plan, order, sale) }
}

const resolve = ({ cart }: OrderRequest, options: readonly DeliveryOption[], shopper: Shopper | null) =>
  resolveCart(cart, { options, shopper })

type Placing =
  | { readonly kind: 'placed'; readonly order: PlacedOrder; readonly isReplay: boolean }
  /** The plan, the catalogue or the store's settings are others by now. */
  | { readonly kind: 'moved' }
  /** More has to be held. */
  | { readonly kind: 'narrow'; readonly needed: Needed }
  /** It is not as the shopper saw it; what to say of it is worked out when nobody waits any more. */
  | { readonly kind: 'refused'; readonly describe: () => AppError }
  /** A promotion has no row for its counts yet. */
  | { readonly kind: 'uncounted' }

/** Rolls the transaction back without being a failure. */
class Undone extends Error {
  readonly placing: Exclude<Placing, { kind: 'placed' }>
  constructor(placing: Exclude<Placing, { kind: 'placed' }>) {
    super(placing.kind)
    this.placing = placing
  }
}

async function placeOn(deps: OrderDeps, task: OrderTask, ground: Ground): Promise<Placing> {
  const { database } = deps
  let isWritten = false
  const work = async (transaction: Connection) => {
    isWritten = false
    const placed = await placeWithin(transaction, { deps, task, ground })
    isWritten = true
    return placed
  }
  try {
    const order = await transact(database, work, { tries: MOST_TRIES })
    if (order) return { kind: 'placed', order, isReplay: false }
    const rival = await findPlaced(database, task.key)
    // The number that was drawn is another's; or who had the key was rolled back.
    return rival ? { kind: 'placed', order: rival, isReplay: true } : { kind: 'narrow', needed: ground.needed }
  } catch (thrown) {
    if (thrown instanceof Undone) return thrown.placing
    if (!isWritten || !isDatabaseAway(thrown)) throw thrown
    const order = await findPlaced(database, task.key).catch(() => null)
    if (order) return { kind: 'placed', order, isReplay: false }
    throw new AppError('ask-again', { cause: thrown })
  }
}

interface Placement {
  readonly deps: OrderDeps
  readonly task: OrderTask
  readonly ground: Ground
}

/** Locks in one order for all: the shopper, the order's key, codes, counts, stock; each by its key. Null where the key is taken. */
async function placeWithin(transaction: Connection, { deps, task, ground }: Placement): Promise<PlacedOrder | null> {
  const { request, key } = task
  const { sourced, store, recent, needed } = ground
  const { plan, release } = sourced
  const buyer = task.known.shopper
  const shopper = buyer && (await lockBuyer(transaction, buyer.id, { withGoods: needsGoods(plan) }))
  const number = createOrderNumber(deps.clock.now(), store.store.timeZone)
  const isFree = buyer === null && request.cart.codes.length === 0 && isNothing(needed)
  // Who waits for nobody claims the key with the order itself.
  const claimed = isFree ? null : await claimKey(transaction, key, number)
  if (claimed === null && !isFree) return null
  const cart = resolve(request, store.delivery, shopper)
  const codes = await lockCodes(transaction, cart.codes)
  const promotions = [...needed.promotions]
  const counts = await lockCounts(transaction, promotions)
  if (counts.length < promotions.length) throw new Undone({ kind: 'uncounted' })
  const stock = needed.skus.size > 0 ? await lockStock(transaction, [...needed.skus].sort()) : new Map<string, number>()
  const now = await readInstant(transaction, deps, { sourced, store })
  const [own] = await readTogether(transaction, [readingOwnUses(plan, shopper?.id ?? null, cart.codes)])
  const facts: Facts = addOwnUses({ ...recent.facts, ...toFacts(counts) }, own)
  const order: Order = { now, cart, facts, codes, stock: { ...recent.stock, ...Object.fromEntries(stock) } }
  const isTried = isFree && isSameMoment(plan, ground.trial.order.now, now)
  // What waits for nobody is worth what it was a moment ago, unless the clock says otherwise.
  const sale = isTried ? ground.trial.sale : computeSale(plan, order)
  const wanted = findNeeded(plan, order, sale)
  if (!holds(needed, wanted)) throw new Undone({ kind: 'narrow', needed: wanted })
  refuseOutOfStock(plan, cart, stock)
  if (!isAsExpected(sale.quote, request.expected))
    throw new Undone({ kind: 'refused', describe: () => describeChanged(sourced, order, sale.quote) })
  const placed = await recordSale(transaction, {
    place: claimed === null ? { key, number } : { id: claimed },
    sale,
    stock,
    plan,
    release,
    now,
    shopper: shopper?.id ?? null,
    buyer: task.buyer,
    channel: cart.channel,
    delivery: request.cart.delivery!,
  })
  return placed && { ...placed, number, placedAt: now, release, hash: key.hash, grand: sale.quote.totals.grand }
}

/** The instant at which it is placed, by the database's clock after all locks. Throws `Undone` where what it is priced with has changed. */
async function readInstant(
  transaction: Connection,
  { clock }: OrderDeps,
  { sourced, store }: Pick<Ground, 'sourced' | 'store'>,
): Promise<Instant> {
  const { at, release, catalogueRevision, version } = await readRevisions(transaction)
  const isSame =
    release === sourced.release && catalogueRevision === sourced.catalogueRevision && version === store.version
  if (!isSame) throw new Undone({ kind: 'moved' })
  return clock.isFixed ? clock.now() : at
}

function refuseOutOfStock(
  plan: CompiledPlan,
  { lines }: Order['cart'],
  stock: ReadonlyMap<string, number | null>,
): void {
  const short = [...sumUnits(lines)].flatMap(([sku, wanted]) => {
    const left = stock.get(sku) ?? null
    if (left === null || wanted <= left) return []
    return [{ sku, name: plan.catalogue.bySku.get(sku)!.name, wanted, left }]
  })
  if (short.length > 0) throw new AppError('out-of-stock', { facts: { products: short } })
}

function toAnswer({ id, placedAt, ...order }: PlacedOrder, { hash }: OrderKey): OrderAnswer {
  if (order.hash !== hash) throw new AppError('key-reused')
  const { number, release, grand, receipt } = order
  return { order: { id: String(id), number, placedAt: toIso(placedAt), release, grand, receipt } }
}
