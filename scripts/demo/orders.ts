import { toIso,
  checkOrder,
  computeSale,
  dateOf,
  DAY_MS,
  HOUR_MS,
  toLocal,
  type Instant,
  type OrderRow,
  type Product,
  type ShopperRow,
} from '@novalex/core'
import { SHOP_CHANNEL } from '@novalex/contract'
import { ask } from '../../server/src/platform/db/ask.ts'
import type { Database } from '../../server/src/platform/db/openDatabase.ts'
import { ORDERS_KIND } from '../../server/src/features/imports/kinds/orders.ts'
import { claimKey } from '../../server/src/data/orders/index.ts'
import { recordSale } from '../../server/src/features/orders/recordSale.ts'
import { listCounts, toFacts } from '../../server/src/data/counts/index.ts'
import type { SourcedPlan } from '../../server/src/sources/plans/planSource.ts'
import { resolveCart } from '../../server/src/sources/cart/resolveCart.ts'
import { addOwnUses, findKnown } from '../../server/src/sources/cart/circumstances.ts'
import { createDemoPastPrices, HISTORY_DAYS } from './pastPrices.ts'
import { DEMO_DELIVERY, DEMO_STORE } from './plan.ts'
import { createRandom, type Random } from './random.ts'

const SEED = 31_415
/** With those of the last day, which the shop itself took. */
const COUNT = 12_000
const LAST_DAY = 70
const READABLE = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'
const { timeZone } = DEMO_STORE.store

/** How much is ordered in each month, from January on: before Christmas and before school most of all. */
const SEASON = [0.9, 0.9, 1, 0.9, 0.8, 0.7, 0.6, 1.1, 1.3, 1, 1.3, 1.6]

type Pick = <T>(list: readonly T[]) => T
const createPick =
  (random: Random): Pick =>
  (list) =>
    list[Math.floor(random() * list.length)]!

/** The orders of the time before Novalex, at the prices of their days: as many of each shopper as they have placed, the others by guests. */
export function createPastOrders(products: readonly Product[], shoppers: readonly ShopperRow[], now: Instant): OrderRow[] {
  const random = createRandom(SEED)
  const pick = createPick(random)
  const pricesOf = new Map<string, ReturnType<typeof createDemoPastPrices>>()
  for (const span of createDemoPastPrices(products, now)) pricesOf.set(span.sku, [...(pricesOf.get(span.sku) ?? []), span])
  const priceAt = (product: Product, at: Instant) =>
    pricesOf.get(product.sku)?.find(({ from, until }) => from <= at && at < until)?.price ?? product.regularPrice
  const favourites = products.toSorted(() => random() - 0.5)
  const choose = () => favourites[Math.floor(random() ** 1.7 * favourites.length)]!
  const known = shoppers.flatMap(({ id, orders, bought }) =>
    Array.from({ length: orders }, (_none, at) => ({ shopper: id, wanted: bought.filter((_sku, place) => place % orders === at) })),
  )
  const guests = Array.from({ length: Math.max(0, COUNT - LAST_DAY - known.length) }, () => ({ shopper: '', wanted: [] as string[] }))
  const bySku = new Map(products.map((product) => [product.sku, product]))
  const placed = [...known, ...guests].map((one) => ({ ...one, at: drawMoment(random, now) })).sort((a, b) => a.at - b.at)
  return placed.flatMap(({ shopper, wanted, at }, index) => {
    const lines = new Set([...wanted.flatMap((sku) => bySku.get(sku) ?? []), choose()])
    for (let more = Math.floor(random() ** 2 * 5); more > 0; more--) lines.add(choose())
    const [option, country] = random() < 0.12 ? ['collect', 'AT'] : ['parcel', pick(['AT', 'AT', 'AT', 'DE', 'DE', 'IT'])]
    const prices = DEMO_DELIVERY.find(({ id }) => id === option)!.prices
    const order = {
      number: `F-${10_001 + index}`,
      placedAt: toIso(at),
      shopper,
      email: shopper === '' ? `guest-${Math.floor(random() * 4000)}@post.example` : '',
      channel: random() < 0.2 ? 'app' : 'web',
      option: option!,
      deliveryPrice: prices.find((one) => one.country === country)!.price,
      country: country!,
      codes: [],
    }
    return [...lines].map((product): OrderRow => {
      const quantity = random() < 0.75 ? 1 : 2 + Math.floor(random() * 3)
      return { ...order, sku: product.sku, quantity, paid: priceAt(product, at) * quantity }
    })
  })
}

/** A moment of the past by day, in the hours in which people order; more in the months that sell more. */
function drawMoment(random: Random, now: Instant): Instant {
  for (;;) {
    const day = now - DAY_MS - Math.floor(random() * (HISTORY_DAYS - 2)) * DAY_MS
    const month = Number(dateOf(toLocal(day, timeZone)).slice(5, 7))
    if (random() * 1.6 > SEASON[month - 1]!) continue
    const at = Math.floor(day / DAY_MS) * DAY_MS + Math.floor((7 + random() * 14) * HOUR_MS)
    if (at < now - DAY_MS) return at
  }
}

/** Carts ordered since the release, with and without offers. */
const WISHES: readonly (readonly [tagOrCategory: string, quantity: number])[][] = [
  [['brushes', 3]],
  [['acrylic-colours', 4]],
  [['pads', 2], ['paper-sheets', 1]],
  [['markers-single-markers', 6]],
  [['oil-sets', 1]],
  [['watercolour', 2]],
  [['framing-frames', 1]],
  [['easels', 1]],
  [['easels-studio-easels', 1]],
  [['paper', 3], ['brushes', 1]],
  [['children', 2]],
]

/** Takes the orders of the last day as the shop does, one after the other, under the plan that was released then. */
export async function seedShopOrders(
  transaction: Database,
  sourced: SourcedPlan,
  { shoppers, now }: { readonly shoppers: readonly ShopperRow[]; readonly now: Instant },
): Promise<void> {
  const random = createRandom(SEED + 1)
  const pick = createPick(random)
  const { plan, release } = sourced
  const goods = new Map(
    WISHES.flat().map(([id]) => {
      const matches = plan.matcherOf({ categories: [id] })
      return [id, plan.catalogue.products.filter((product) => matches(product, product.regularPrice) && product.stock !== 0)]
    }),
  )
  for (let index = 0; index < LAST_DAY; index++) {
    const at = now - DAY_MS + Math.floor(((index + random()) / LAST_DAY) * (DAY_MS - HOUR_MS / 4))
    const chosen = random() < 0.6 ? pick(shoppers).id : null
    const { shopper, own } = await findKnown(transaction, plan, { id: chosen, typed: [] })
    const lines = pick(WISHES).flatMap(([id, quantity]) => {
      const list = goods.get(id) ?? []
      return list.length === 0 ? [] : [{ sku: pick(list).sku, quantity }]
    })
    const codes = shopper === null ? [] : pick([[], [], ['SKETCH15'], ['WELCOME-BACK']])
    const shopCart = { lines, codes, delivery: { option: 'parcel', country: pick(['AT', 'AT', 'DE']) } }
    const cart = resolveCart(shopCart, { options: DEMO_DELIVERY, shopper, channel: SHOP_CHANNEL })
    const stock = await readStock(transaction)
    const facts = addOwnUses(toFacts(await listCounts(transaction)), own)
    const order = { now: at, cart, facts, codes: {}, stock: Object.fromEntries(stock) }
    if (lines.length === 0 || checkOrder(plan, order).length > 0) continue
    const sale = computeSale(plan, order)
    if (sale.quote.lines.some(({ sku, quantity }) => quantity > (stock.get(sku) ?? Infinity))) continue
    const drawn = Array.from({ length: 6 }, () => READABLE[Math.floor(random() * READABLE.length)]).join('')
    const number = `${dateOf(toLocal(at, timeZone)).slice(2).replaceAll('-', '')}-${drawn}`
    const id = await claimKey(transaction, { holder: 'demo', key: number, hash: '' }, number)
    const buyer = shopper === null ? { email: `guest-${index}@post.example`, name: 'Guest', consent: false } : null
    await recordSale(transaction, {
      place: { id: id! }, plan, release, sale, now: at, stock, channel: cart.channel, locale: 'en-GB', shopper: shopper?.id ?? null, buyer,
      delivery: shopCart.delivery,
    })
  }
}

async function readStock(transaction: Database): Promise<Map<string, number>> {
  const rows = await ask<{ sku: string; units: number }>(transaction, 'select sku, units from stock')
  return new Map(rows.map(({ sku, units }) => [sku, units]))
}

/** Brings the past orders in as a file of them would come. */
export async function seedPastOrders(transaction: Database, rows: readonly OrderRow[], now: Instant): Promise<void> {
  await ORDERS_KIND.write(transaction, { rows, columns: [], at: now, by: 'Demo' }, () => Promise.resolve())
}
