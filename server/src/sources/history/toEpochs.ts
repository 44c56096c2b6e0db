import { firstOf } from '@novalex/core'
import type { CompiledPlan, Instant, PriceEpoch } from '@novalex/core'
import type { RegularPrice } from '../../data/catalogue/index.ts'

/** A plan that the shop followed from an instant on. */
export interface Followed {
  readonly from: Instant
  readonly release: number | null
  readonly plan: CompiledPlan
}

/** The stretches between `from` and `to` in which neither the plan nor the regular price changed. Plans and prices are in their order. */
export function toEpochs(
  plans: readonly Followed[],
  prices: readonly RegularPrice[],
  { from, to }: { readonly from: Instant; readonly to: Instant },
): PriceEpoch[] {
  const launched = Math.max(firstOf(prices).since, from)
  const cuts = [...plans.map((plan) => plan.from), ...prices.map(({ since }) => since)]
  const starts = [...new Set([launched, ...cuts.filter((cut) => cut > launched && cut < to)])].sort((a, b) => a - b)
  return starts.flatMap((start, index) => {
    const until = starts[index + 1] ?? to
    const { plan, release } = plans.findLast((one) => one.from <= start)!
    const { price } = prices.findLast(({ since }) => since <= start)!
    return start < until ? [{ from: start, until, plan, release, regular: price }] : []
  })
}
