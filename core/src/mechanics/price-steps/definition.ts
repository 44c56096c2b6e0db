import { checkReach } from '../../catalogue/index.ts'
import type { Ladder, PriceList, Reach } from '../../terms/index.ts'
import type { Definition } from '../shared/definition.ts'
import { checkPriceList, describePriceList, pricesInList, reachOfList } from '../shared/priceList.ts'
import type { PricesPart, ReachPart } from '../shared/sentence.ts'

/** Phase 0: the regular price itself, from the promotion's ladder or from a list. Exactly one of the two. */
export interface PriceSteps {
  readonly kind: 'price-steps'
  readonly reach: Reach
  readonly prices?: PriceList
}

type PriceStepsPart = { readonly part: 'steps'; readonly ladder: Ladder } | PricesPart | ReachPart

export const priceSteps = {
  phase: 0,
  reaches: ({ reach, prices }) => [prices ? reachOfList(reach, prices) : reach],
  check: ({ reach, prices }, catalogue) => [
    ...checkReach(reach, 'reach', catalogue),
    ...checkPriceList(prices, catalogue),
  ],
  prices: ({ prices }) => pricesInList(prices),
  ladderUse: ({ prices }) => (prices ? 'ladder-not-here' : 'needed'),
  fitsRung: (value) => 'price' in value,
  create: (reach) => ({ kind: 'price-steps', reach }),
  carried: () => undefined,
  rewards: () => [],
  firstReward: () => null,
  describe({ reach, prices }, ladder): PriceStepsPart[] {
    if (prices) return describePriceList(prices, reach, true)
    return [{ part: 'reach', reach }, ...(ladder ? [{ part: 'steps' as const, ladder }] : [])]
  },
  saysLadder: true,
  needs: ({ reach }) => [{ reach, units: 1 }],
  limits: () => [],
} satisfies Definition<PriceSteps>
