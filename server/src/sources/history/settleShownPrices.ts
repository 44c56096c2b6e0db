import {
  computePriceHistory,
  createPricers,
  type Catalogue,
  type Viewer,
  type HistorySpan,
  type Instant,
  type Product,
  firstOf,
} from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { guestIn } from '../plans/resolveQuestion.ts'
import { getReleasedPlan, listReleasesSince } from '../../data/releases/index.ts'
import { partnersOf, saveShownUntil, type StoreRecord } from '../../data/store/index.ts'
import { compileReleased } from './compileReleased.ts'
import { listCountedPrices, readPastFacts } from './readPastFacts.ts'
import { ALL_CHANNELS, listShownUntil, saveShownPrices } from '../../data/prices/index.ts'
import { listRegularPrices } from '../../data/catalogue/index.ts'
import { differsByChannel } from '../plans/asksForChannel.ts'
import { toEpochs, type Followed } from './toEpochs.ts'

const PRODUCTS_A_STEP = 5000

/**
 * Writes what the shop has shown since the last time, before something changes from which it could be worked out: a release, or
 * the products. Only what differs from the regular price is written, and a span that goes on is made longer, so the table grows with prices that
 * change and not with releases: once for all channels, or for each where prices differ by it. Belongs in the transaction of that change, under the store's lock; `catalogue` is the one before it.
 */
export async function settleShownPrices(
  transaction: Connection,
  record: StoreRecord,
  { catalogue, at }: { readonly catalogue: () => Promise<Catalogue>; readonly at: Instant },
): Promise<void> {
  const { shownUntil, channels } = record
  const since = shownUntil ?? -Infinity
  if (at <= since) return
  const releases = (await listReleasesSince(transaction, shownUntil)).filter((release) => Date.parse(release.at) < at)
  if (releases.length > 0) {
    const goods = await catalogue()
    const followed = await followReleases(transaction, releases, { goods, partners: partnersOf(record) })
    const reached = goods.products.filter((product) =>
      followed.some(({ plan }) => plan.findPricing(product).length > 0),
    )
    const start = Math.max(since, firstOf(followed).from)
    const counted = listCountedPrices(followed.map(({ plan }) => plan))
    const past = await readPastFacts(transaction, counted, start)
    const isByChannel = followed.some(({ plan }) => differsByChannel(plan))
    for (const kept of isByChannel ? channels.map(({ id }) => id) : [ALL_CHANNELS]) {
      const before =
        shownUntil === null ? new Map<string, HistorySpan>() : await listShownUntil(transaction, shownUntil, kept)
      const viewer = { ...guestIn(kept || undefined), past }
      const view = { followed, before, start, at, viewer, pricerAt: createPricers(viewer) }
      for (let from = 0; from < reached.length; from += PRODUCTS_A_STEP) {
        const part = reached.slice(from, from + PRODUCTS_A_STEP)
        await saveShownPrices(transaction, await computeShown(transaction, part, view), kept)
      }
    }
  }
  await saveShownUntil(transaction, at)
}

async function followReleases(
  transaction: Connection,
  releases: readonly { readonly number: number; readonly at: string }[],
  { goods, partners }: { readonly goods: Catalogue; readonly partners: readonly string[] },
): Promise<Followed[]> {
  const followed: Followed[] = []
  for (const { number, at } of releases) {
    const plan = compileReleased(await getReleasedPlan(transaction, number), goods, partners)
    followed.push({ release: number, from: Date.parse(at), plan })
  }
  return followed
}

async function computeShown(
  transaction: Connection,
  products: readonly Product[],
  view: {
    readonly followed: readonly Followed[]
    readonly before: ReadonlyMap<string, HistorySpan>
    readonly start: Instant
    readonly at: Instant
    readonly viewer: Viewer
    readonly pricerAt: ReturnType<typeof createPricers>
  },
): Promise<{ sku: string; span: HistorySpan }[]> {
  const { followed, before, start, at, viewer, pricerAt } = view
  const skus = products.map(({ sku }) => sku)
  const regular = await listRegularPrices(transaction, skus)
  return products.flatMap((product) => {
    const { sku, regularPrice } = product
    const known = regular.get(sku) ?? [{ since: at, price: regularPrice }]
    const epochs = toEpochs(followed, known, { from: start, to: at })
    const spans = computePriceHistory(product, epochs, viewer, pricerAt)
    const shown = spans.filter(({ price, regular: stood, promotions }) => price !== stood || promotions.length > 0)
    return shown.map((span) => ({ sku, span: lengthen(before.get(sku), span) }))
  })
}

function lengthen(before: HistorySpan | undefined, span: HistorySpan): HistorySpan {
  const goesOn =
    before?.until === span.from &&
    before.price === span.price &&
    before.regular === span.regular &&
    before.promotions.join() === span.promotions.join()
  return goesOn ? { ...span, from: before.from } : span
}
