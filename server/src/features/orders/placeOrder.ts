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
import { lockCodes } from '../../data/codes/index.ts'
import { ensureCounts, lockCounts, toFacts } from '../../data/counts/index.ts'
import type { RecentFigures } from '../../sources/figures/recentFigures.ts'
import { lockStock } from '../../data/stock/index.ts'
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
import { lockBuyer } from '../../data/shoppers/index.ts'
import { getStore, readRevisions, type StoreRecord } from '../../data/store/index.ts'
import { createOrderNumber } from './orderNumber.ts'
import { claimKey, findPlaced, type OrderKey, type PlacedOrder } from '../../data/orders/index.ts'
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

/** Places orders in a worker thread that are too large for the event loop. */
export interface LargeOrders {
  place(task: OrderTask): Promise<Placed>
}

export interface OrderTask {
  readonly key: OrderKey
  readonly request: OrderRequest
  /** The own channel in which it is placed. */
  readonly channel: string
  /** Of its shopper and codes, as it was just now. */
  readonly known: Known
  readonly buyer: { readonly email: string; readonly name: string; readonly consent: boolean } | null
}

/** State that an order is priced with, read before the transaction. */
interface PricingSnapshot {
  readonly sourced: SourcedPlan
  readonly store: StoreRecord
  /** Figures up to a second old, for everything that orders do not lock. */
  readonly recent: Pick<Order, 'facts' | 'stock'>
  /** The price under this snapshot. */
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
 * `out-of-stock`, `delivery-missing`, `key-reused`; `outcome-unknown` where it is not known whether it was placed. Source: docs/selling.md, "An order".
 */
export async function placeOrder(
  deps: OrderDeps & { readonly large: LargeOrders },
  key: OrderKey,
  prepare: () => Promise<Omit<OrderTask, 'key'>>,
): Promise<Placed> {
  try {
    const task = { key, ...(await prepare()) }
    if (!isLargeOrder((await deps.plans.getRecent()).plan, task.request.cart)) return await placeNew(deps, task)
    // Too expensive for the event loop. This process does not see what the thread counts, so cached figures are dropped.
    return await deps.large.place(task).finally(() => {
      deps.figures.forget()
    })
  } catch (thrown) {
    // A retry gets the stored answer, even if a new order would be refused.
    const placed = thrown instanceof AppError ? await findPlaced(deps.database, key) : null
    if (placed) return { answer: toAnswer(placed, key), isReplay: true }
    throw thrown
  }
}

/** Places an order unless its key was used; see `placeOrder`. */
export async function placeNew(deps: OrderDeps, task: OrderTask): Promise<Placed> {
  if (task.request.cart.delivery === null) throw new AppError('delivery-missing')
  let snapshot = await takeSnapshot(deps, task, { isFresh: false })
  for (let round = 1; ; round++) {
    const result = await placeOn(deps, task, snapshot)
    if (result.kind === 'placed') return { answer: toAnswer(result.order, task.key), isReplay: result.isReplay }
    if (result.kind === 'refused') {
      // The next look at the cart shows present figures.
      deps.figures.forget()
      throw result.describe()
    }
    if (round === MOST_ROUNDS) throw new AppError('took-too-long')
    if (result.kind === 'plan-changed') snapshot = await takeSnapshot(deps, task, { isFresh: true })
    else if (result.kind === 'locks-missing')
      snapshot = { ...snapshot, needed: joinNeeded(snapshot.needed, result.needed) }
    else if (result.kind === 'counter-row-missing') await ensureCounts(deps.database, [...snapshot.needed.promotions])
  }
}

/** Prices an order without locks, to find the rows that it needs. Figures may be a second old. */
async function takeSnapshot(
  { database, plans, figures, clock }: OrderDeps,
  task: OrderTask,
  { isFresh }: { readonly isFresh: boolean },
): Promise<PricingSnapshot> {
  const { known } = task
  const store = isFresh ? await getStore(database) : await figures.store()
  const sourced = isFresh ? await plans.get('live') : await plans.getRecent()
  const { plan } = sourced
  const cart = resolve(task, store.delivery, known.shopper)
  const circumstances = await findCircumstances(figures, { plan, cart, known })
  const order = { now: clock.now(), cart, ...circumstances }
  refuseIfAny(checkOrder(plan, order))
  const sale = computeSale(plan, order)
  return { sourced, store, recent: circumstances, trial: { order, sale }, needed: findNeeded(plan, order, sale) }
}

const resolve = ({ request, channel }: OrderTask, options: readonly DeliveryOption[], shopper: Shopper | null) =>
  resolveCart(request.cart, { options, shopper, channel })

type Placing =
  | { readonly kind: 'placed'; readonly order: PlacedOrder; readonly isReplay: boolean }
  /** The plan, the catalogue or the store's settings changed since the snapshot. */
  | { readonly kind: 'plan-changed' }
  /** The price depends on rows that were not locked. */
  | { readonly kind: 'locks-missing'; readonly needed: Needed }
  /** The price is not the one that the shopper saw; `describe` computes the explanation after the locks are released. */
  | { readonly kind: 'refused'; readonly describe: () => AppError }
  /** A promotion has no row for its counts yet. */
  | { readonly kind: 'counter-row-missing' }

/** Rolls the transaction back; the caller retries or refuses. */
class Undone extends Error {
  readonly placing: Exclude<Placing, { kind: 'placed' }>
  constructor(placing: Exclude<Placing, { kind: 'placed' }>) {
    super(placing.kind)
    this.placing = placing
  }
}

async function placeOn(deps: OrderDeps, task: OrderTask, snapshot: PricingSnapshot): Promise<Placing> {
  const { database } = deps
  let isWritten = false
  const work = async (transaction: Connection) => {
    isWritten = false
    const placed = await placeWithin(transaction, { deps, task, snapshot })
    isWritten = true
    return placed
  }
  try {
    const order = await transact(database, work, { tries: MOST_TRIES })
    if (order) return { kind: 'placed', order, isReplay: false }
    const rival = await findPlaced(database, task.key)
    // Either the random order number collided, or the transaction that held this idempotency key rolled back. Retry.
    return rival ? { kind: 'placed', order: rival, isReplay: true } : { kind: 'locks-missing', needed: snapshot.needed }
  } catch (thrown) {
    if (thrown instanceof Undone) return thrown.placing
    if (!isWritten || !isDatabaseAway(thrown)) throw thrown
    const order = await findPlaced(database, task.key).catch(() => null)
    if (order) return { kind: 'placed', order, isReplay: false }
    throw new AppError('outcome-unknown', { cause: thrown })
  }
}

interface Placement {
  readonly deps: OrderDeps
  readonly task: OrderTask
  readonly snapshot: PricingSnapshot
}

/** Locks rows in the same order for all orders: shopper, idempotency key, codes, counts, stock; each by its key. Null: the key is taken. */
async function placeWithin(transaction: Connection, { deps, task, snapshot }: Placement): Promise<PlacedOrder | null> {
  const { request, key } = task
  const { sourced, store, recent, needed } = snapshot
  const { plan, release } = sourced
  const buyer = task.known.shopper
  const shopper = buyer && (await lockBuyer(transaction, buyer.id, { withGoods: needsGoods(plan) }))
  const number = createOrderNumber(deps.clock.now(), store.store.timeZone)
  const isFree = buyer === null && request.cart.codes.length === 0 && isNothing(needed)
  // An order that holds no locks claims its key with the insert itself.
  const claimed = isFree ? null : await claimKey(transaction, key, number)
  if (claimed === null && !isFree) return null
  const cart = resolve(task, store.delivery, shopper)
  const codes = await lockCodes(transaction, cart.codes)
  const promotions = [...needed.promotions]
  const counts = await lockCounts(transaction, promotions)
  if (counts.length < promotions.length) throw new Undone({ kind: 'counter-row-missing' })
  const stock = needed.skus.size > 0 ? await lockStock(transaction, [...needed.skus].sort()) : new Map<string, number>()
  const now = await readInstant(transaction, deps, { sourced, store })
  const [own] = await readTogether(transaction, [readingOwnUses(plan, shopper?.id ?? null, cart.codes)])
  const facts: Facts = addOwnUses({ ...recent.facts, ...toFacts(counts) }, own)
  const order: Order = { now, cart, facts, codes, stock: { ...recent.stock, ...Object.fromEntries(stock) } }
  const isTried = isFree && isSameMoment(plan, snapshot.trial.order.now, now)
  // An order that holds no locks reuses the trial price if no schedule edge lies between the trial and now.
  const sale = isTried ? snapshot.trial.sale : computeSale(plan, order)
  const wanted = findNeeded(plan, order, sale)
  if (!holds(needed, wanted)) throw new Undone({ kind: 'locks-missing', needed: wanted })
  refuseOutOfStock(plan, cart, stock)
  if (!isAsExpected(sale.quote, request.expected))
    throw new Undone({
      kind: 'refused',
      describe: () => describeChanged(sourced, order, { quote: sale.quote, locale: store.locale }),
    })
  const placed = await recordSale(transaction, {
    place: claimed === null ? { key, number } : { id: claimed },
    sale,
    stock,
    plan,
    release,
    now,
    locale: store.locale,
    shopper: shopper?.id ?? null,
    buyer: task.buyer,
    channel: cart.channel,
    delivery: request.cart.delivery!,
  })
  return placed && { ...placed, number, placedAt: now, release, hash: key.hash, grand: sale.quote.totals.grand }
}

/** Reads the instant of the order by the database's clock, after all locks. Throws `Undone` if the state of the snapshot has changed. */
async function readInstant(
  transaction: Connection,
  { clock }: OrderDeps,
  { sourced, store }: Pick<PricingSnapshot, 'sourced' | 'store'>,
): Promise<Instant> {
  const { at, release, catalogueRevision, version } = await readRevisions(transaction)
  const isSame =
    release === sourced.release && catalogueRevision === sourced.catalogueRevision && version === store.version
  if (!isSame) throw new Undone({ kind: 'plan-changed' })
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
    return [{ sku, name: plan.getProduct(sku).name, wanted, left }]
  })
  if (short.length > 0) throw new AppError('out-of-stock', { facts: { products: short } })
}

function toAnswer({ id, placedAt, ...order }: PlacedOrder, { hash }: OrderKey): OrderAnswer {
  if (order.hash !== hash) throw new AppError('key-reused')
  const { number, release, grand, receipt } = order
  return { order: { id: String(id), number, placedAt: toIso(placedAt), release, grand, receipt } }
}
