import { dearestFirst, findTouchable, sumOf, worthOn, type Outcome, type Turn } from '../../units/index.ts'
import type { OfferAct } from '../shared/act.ts'
import { reduceBatches } from '../shared/batches.ts'
import { boundReach } from '../shared/bound.ts'
import { findReached, findTier, missFirstTier, toMoneyStep } from '../shared/tiers.ts'
import type { SpendBreak } from './definition.ts'

export function actSpendBreak(mechanic: SpendBreak): OfferAct {
  const { reach, tiers } = mechanic
  return {
    phase: 2,
    effort: 1,
    apply: (turn) => applySpendBreak(turn, mechanic),
    bound(asked) {
      const values = findReached(tiers, sumOf(asked.view.piecesIn(reach, asked.pieces), 'shelf'))
      return boundReach(asked, reach, values, { max: asked.offer.unitsLeft, groups: 1 })
    },
    findNextStep: (turn) => toMoneyStep(tiers, worthOn(findTouchable(turn, reach), 'shelf')),
  }
}

/** The shelf value of the units that it may touch chooses the tier for all of them. Source: docs/pricing.md, spend break. */
function applySpendBreak(turn: Turn, { reach, tiers }: SpendBreak): Outcome {
  const units = findTouchable(turn, reach)
  const worth = worthOn(units, 'shelf')
  const value = findTier(tiers, worth)?.value
  if (!value && units.length > 0) return { state: null, skip: missFirstTier(tiers, worth) }
  const batches = value ? [{ units, value, pool: '' }] : []
  return reduceBatches(turn, reach, batches, { order: dearestFirst, max: turn.offer.unitsLeft })
}
