import type { Bundle, Product } from '@novalex/core'

/** Whom a bundle saves something: its items bought one by one may cost no more, for the cheapest or even for the most expensive of each part. */
type Bargain = 'for-all' | 'not-for-cheapest' | 'for-nobody'

/** Judged by the cheapest and the most expensive product of each part's reach, at their regular prices. */
export function judgeBundle(
  { parts, price }: Bundle,
  reaches: readonly { readonly sample: readonly Product[] }[],
): Bargain {
  const worth = (pick: (prices: readonly number[]) => number) =>
    parts.reduce((sum, { quantity }, at) => {
      const prices = reaches[at]?.sample.map(({ regularPrice }) => regularPrice) ?? []
      return sum + quantity * (prices.length === 0 ? 0 : pick(prices))
    }, 0)
  if (worth((prices) => Math.max(...prices)) <= price) return 'for-nobody'
  return worth((prices) => Math.min(...prices)) <= price ? 'not-for-cheapest' : 'for-all'
}
