import {
  compilePlan,
  computePriceHistory,
  resolveSets,
  type CompiledPlan,
  type HistorySpan,
  type Instant,
  type PriceEpoch,
  type Product,
} from '@novalex/core'
import type { Database } from '../db/openDatabase.ts'
import { ONLOOKER } from '../plan/ask.ts'
import { findReleasedPlan, listReleases, type ReleasedPlan } from '../releases/releases.repository.ts'
import { listPastPrices, listRegularPrices, type RegularPrice } from './prices.repository.ts'

export interface PriceHistory {
  /**
   * What each product cost until `to`, oldest first: as it was brought in, then as the shop followed its releases, and from the present on
   * as `ahead` plans it.
   */
  of(
    products: readonly Product[],
    question: { readonly ahead: CompiledPlan; readonly now: Instant; readonly to: Instant },
  ): Promise<Map<string, HistorySpan[]>>
}

/**
 * Nothing is written when a price changes by itself at midnight: releases are kept whole and regular prices with their dates, so what the
 * shop showed at any past instant is worked out from them, exactly.
 */
export function createPriceHistory(database: Database): PriceHistory {
  return {
    async of(products, { ahead, now, to }) {
      const skus = products.map(({ sku }) => sku)
      const [past, regular, releases] = await Promise.all([
        listPastPrices(database, skus),
        listRegularPrices(database, skus),
        listReleases(database),
      ])
      const plans = await Promise.all(
        releases.toReversed().map(async ({ number, at }) => {
          const plan = await findReleasedPlan(database, number)
          return { release: number, from: Date.parse(at), plan: compileFor(plan!, products, ahead) }
        }),
      )
      const before = {
        release: null,
        from: -Infinity,
        plan: compileFor({ store: ahead.store, promotions: [], sets: [] }, products, ahead),
      }
      const present = { release: plans.at(-1)?.release ?? null, from: now, plan: ahead }
      return new Map(
        products.map((product) => {
          const own = past.get(product.sku) ?? []
          const known = regular.get(product.sku) ?? [{ since: now, price: product.regularPrice }]
          const epochs = toEpochs([before, ...plans, present], known, { from: own.at(-1)?.until ?? -Infinity, to })
          return [product.sku, [...own, ...computePriceHistory(product, epochs, ONLOOKER)]]
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
