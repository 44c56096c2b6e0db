import {
  compilePlan,
  computePriceHistory,
  computePriorPrice,
  computeStruckPrice,
  createPricers,
  resolveSets,
  type CompiledPlan,
  type HistorySpan,
  type Instant,
  type MinorUnits,
  type PriceEpoch,
  type Product,
} from '@novalex/core'
import type { Database } from '../db/openDatabase.ts'
import { ONLOOKER } from '../plan/ask.ts'
import { findReleasedPlan, listReleases, type ReleasedPlan } from '../releases/releases.repository.ts'
import { listPastPrices, listRegularPrices, type RegularPrice } from './prices.repository.ts'

const KEPT_RELEASES = 200
const PROGRESS_STEP = 500

export interface PriceHistory {
  /**
   * What each product cost until `to`, oldest first: as it was brought in, then as the shop followed its releases, and from the present on
   * as `ahead` plans it.
   */
  of(
    products: readonly Product[],
    question: {
      readonly ahead: CompiledPlan
      readonly now: Instant
      readonly to: Instant
      readonly onProgress?: (share: number) => void
    },
  ): Promise<Map<string, HistorySpan[]>>
}

/**
 * Nothing is written when a price changes by itself at midnight: releases are kept whole and regular prices with their dates, so what the
 * shop showed at any past instant is worked out from them, exactly.
 */
export function createPriceHistory(database: Database): PriceHistory {
  const released = new Map<number, Promise<ReleasedPlan>>()
  /** A release never changes, so it is read once. */
  function getReleased(number: number): Promise<ReleasedPlan> {
    let plan = released.get(number)
    if (!plan) {
      released.set(number, (plan = findReleasedPlan(database, number).then((found) => found!)))
      if (released.size > KEPT_RELEASES) released.delete(released.keys().next().value!)
    }
    return plan
  }

  return {
    async of(products, { ahead, now, to, onProgress }) {
      const skus = products.map(({ sku }) => sku)
      const [past, regular, releases] = await Promise.all([
        listPastPrices(database, skus),
        listRegularPrices(database, skus),
        listReleases(database),
      ])
      const plans = await Promise.all(
        releases.toReversed().map(async ({ number, at }) => {
          const plan = await getReleased(number)
          return { release: number, from: Date.parse(at), plan: compileFor(plan, products, ahead) }
        }),
      )
      const before = {
        release: null,
        from: -Infinity,
        plan: compileFor({ store: ahead.store, promotions: [], sets: [] }, products, ahead),
      }
      const present = { release: plans.at(-1)?.release ?? null, from: now, plan: ahead }
      const pricerAt = createPricers(ONLOOKER)
      return new Map(
        products.map((product, index) => {
          if (index % PROGRESS_STEP === 0) onProgress?.(index / products.length)
          const own = past.get(product.sku) ?? []
          const known = regular.get(product.sku) ?? [{ since: now, price: product.regularPrice }]
          const epochs = toEpochs([before, ...plans, present], known, { from: own.at(-1)?.until ?? -Infinity, to })
          return [product.sku, [...own, ...computePriceHistory(product, epochs, ONLOOKER, pricerAt)]]
        }),
      )
    },
  }
}

function compileFor(
  { store, promotions, sets }: ReleasedPlan,
  products: readonly Product[],
  { catalogue }: CompiledPlan,
) {
  const goods = { categories: [...catalogue.categories.values()], products }
  return compilePlan({ store, promotions, catalogue: { ...goods, sets: resolveSets(sets, goods) } })
}

interface Followed {
  readonly from: Instant
  readonly release: number | null
  readonly plan: CompiledPlan
}

/** The stretches between `from` and `to` in which neither the plan nor the regular price changed. */
function toEpochs(
  plans: readonly Followed[],
  prices: readonly RegularPrice[],
  { from, to }: { readonly from: Instant; readonly to: Instant },
): PriceEpoch[] {
  const launched = Math.max(prices[0]!.since, from)
  const cuts = [...plans.map((plan) => plan.from), ...prices.map(({ since }) => since)]
  const starts = [...new Set([launched, ...cuts.filter((cut) => cut > launched && cut < to)])].sort((a, b) => a - b)
  return starts.flatMap((start, index) => {
    const until = starts[index + 1] ?? to
    const { plan, release } = plans.findLast((one) => one.from <= start)!
    const { price } = prices.findLast(({ since }) => since <= start)!
    return start < until ? [{ from: start, until, plan, release, regular: price }] : []
  })
}

/** What may be crossed out beside each product's shelf price at `at` under a plan; products beside which nothing may are left out. */
export async function computeStruckPrices(
  history: PriceHistory,
  products: readonly Product[],
  { plan, now, at }: { readonly plan: CompiledPlan; readonly now: Instant; readonly at: Instant },
): Promise<Map<string, MinorUnits>> {
  const struck = new Map<string, MinorUnits>()
  if (products.length === 0) return struck
  const histories = await history.of(products, { ahead: plan, now, to: at + 1 })
  for (const [sku, spans] of histories) {
    const present = spans.findLast(({ from, until }) => from <= at && at < until)
    const price = present ? computeStruckPrice(present, computePriorPrice(spans, at, plan.store.priorDays)) : null
    if (price !== null) struck.set(sku, price)
  }
  return struck
}
