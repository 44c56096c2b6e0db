import type { PromotionFacts, Value } from '../terms/index.ts'
import { mapPair } from '../values/index.ts'
import { findRung } from './ladder.ts'
import type { Promotion } from './promotion.ts'
import { computeUnitsLeft, computeUnitsOnOffer, findTurningPoints, type OfferState } from './unitsOnOffer.ts'

/** Usage figures around a limit of a promotion. */
export interface EdgeFacts {
  readonly limit: 'rung' | 'refill' | 'units' | 'uses' | 'usesPerShopper' | 'budget'
  readonly side: 'before' | 'at'
  /** Units sold, uses or money given so far; for a ladder by units left what has been sold as well. */
  readonly found: number
  readonly facts: PromotionFacts
  /** Units left at that point; null: no unit limit, or another counter. */
  readonly left: number | null
}

/**
 * The last unit at the old price and the first at the new one, for rungs that follow what has sold; the last before a refill and the first after
 * it; the last use and the first refused. With `when`, refills by hours that have been added by then count as well.
 */
export function computeEdgeFacts(promotion: Promotion, when: When = LONG_BEFORE_THE_END): EdgeFacts[] {
  const { uses, usesPerShopper, budget, budgetStops } = promotion.limits
  const edges: [EdgeFacts['limit'], number | null | undefined, keyof PromotionFacts][] = [
    ...computeSoldEdges(promotion, when).map(({ limit, at }): [EdgeFacts['limit'], number, 'unitsSold'] => {
      return [limit, at, 'unitsSold']
    }),
    ['uses', uses, 'uses'],
    ['usesPerShopper', usesPerShopper, 'usesByShopper'],
    ['budget', budgetStops ? budget : null, 'discountGiven'],
  ]
  const isLimited = promotion.limits.units != null
  const place = (limit: EdgeFacts['limit'], fact: keyof PromotionFacts, found: number) => {
    const left = isLimited && fact === 'unitsSold' ? computeUnitsLeft(promotion.limits, { sold: found, ...when }) : null
    return { limit, found, facts: { [fact]: found }, left }
  }
  return edges.flatMap(([limit, at, fact]): EdgeFacts[] =>
    at == null || at <= 0
      ? []
      : [
          { ...place(limit, fact, at - 1), side: 'before' },
          { ...place(limit, fact, at), side: 'at' },
        ],
  )
}

type When = Pick<OfferState, 'now' | 'end'>

const LONG_BEFORE_THE_END: When = { now: 0, end: Infinity }

interface SoldEdge {
  readonly limit: 'rung' | 'refill' | 'units'
  readonly at: number
}

/** Every number of units sold at which a rung, what is on offer, or whether anything is left becomes another. */
function computeSoldEdges(promotion: Promotion, when: When): SoldEdge[] {
  const { ladder, limits } = promotion
  const isBySold = ladder?.by === 'unitsSold'
  const isByLeft = ladder?.by === 'unitsLeft'
  const points = new Set([
    ...(isBySold ? ladder.rungs.map(({ at }) => at) : []),
    ...findTurningPoints(limits, isByLeft ? ladder.rungs.map(({ at }) => at) : []),
  ])
  return [...points]
    .filter((at) => at > 0)
    .sort((a, b) => a - b)
    .flatMap((at): SoldEdge[] => {
      const [before, after] = mapPair([at - 1, at], (sold) => describeAt(promotion, sold, when))
      return [
        ...(before.value !== after.value ? [{ limit: 'rung' as const, at }] : []),
        ...(before.onOffer !== after.onOffer ? [{ limit: 'refill' as const, at }] : []),
        ...(before.isGone !== after.isGone ? [{ limit: 'units' as const, at }] : []),
      ]
    })
}

interface SoldState {
  readonly onOffer: number
  readonly value: Value | null
  readonly isGone: boolean
}

function describeAt(promotion: Promotion, sold: number, when: When): SoldState {
  const onOffer = computeUnitsOnOffer(promotion.limits, { sold, ...when })
  const followsSales = promotion.ladder?.by === 'unitsSold' || promotion.ladder?.by === 'unitsLeft'
  const facts = { unitsSold: sold }
  const value = followsSales ? findRung(promotion, { at: [], end: when.end }, { now: when.now, facts }) : null
  return { onOffer, value, isGone: onOffer <= sold }
}
