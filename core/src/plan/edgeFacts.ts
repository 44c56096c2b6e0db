import type { PromotionFacts } from '../terms/index.ts'
import type { Promotion } from './promotion.ts'

/** What has been sold, used or spent beside a limit of a promotion. */
export interface EdgeFacts {
  readonly limit: 'rung' | 'units' | 'uses' | 'usesPerShopper' | 'budget'
  readonly side: 'before' | 'at'
  /** Units sold, uses or money given so far; for a ladder by units left what has been sold as well. */
  readonly found: number
  readonly facts: PromotionFacts
}

/** The last unit at the old price and the first at the new one, for rungs that follow what has sold; the last use and the first refused. */
export function computeEdgeFacts({ ladder, limits }: Promotion): EdgeFacts[] {
  const { uses, usesPerShopper, budget, budgetStops } = limits
  const units = limits.units ?? null
  const rungs =
    ladder?.by === 'unitsSold'
      ? ladder.rungs.map(({ at }) => at)
      : ladder?.by === 'unitsLeft' && units !== null
        ? ladder.rungs.map(({ at }) => units - at)
        : []
  const edges: [EdgeFacts['limit'], number | null | undefined, keyof PromotionFacts][] = [
    ...rungs.sort((a, b) => a - b).map((at): [EdgeFacts['limit'], number, 'unitsSold'] => ['rung', at, 'unitsSold']),
    ['units', units, 'unitsSold'],
    ['uses', uses, 'uses'],
    ['usesPerShopper', usesPerShopper, 'usesByShopper'],
    ['budget', budgetStops ? budget : null, 'discountGiven'],
  ]
  return edges.flatMap(([limit, at, fact]): EdgeFacts[] =>
    at == null || at <= 0
      ? []
      : [
          { limit, side: 'before', found: at - 1, facts: { [fact]: at - 1 } },
          { limit, side: 'at', found: at, facts: { [fact]: at } },
        ],
  )
}
