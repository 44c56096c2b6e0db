import { cheapestFirst, dearestFirst, findTouchable, type Outcome, type Turn } from '../../units/index.ts'
import type { OfferAct } from '../shared/act.ts'
import { reduceBatches } from '../shared/batches.ts'
import { boundReach } from '../shared/bound.ts'
import type { ItemDiscount } from './definition.ts'

export function actItemDiscount(mechanic: ItemDiscount): OfferAct {
  const { reach, value, maxUnits = Infinity } = mechanic
  return {
    phase: 2,
    effort: 1,
    apply: (turn) => applyItemDiscount(turn, mechanic),
    bound(asked) {
      const { rung, unitsLeft } = asked.offer
      return boundReach(asked, reach, [rung ?? value], { max: Math.min(maxUnits, unitsLeft), groups: 1 })
    },
    findNextStep: () => null,
  }
}

/** Source: docs/pricing.md, "Mechanics", item discount. */
function applyItemDiscount(turn: Turn, mechanic: ItemDiscount): Outcome {
  const { offer } = turn
  const units = findTouchable(turn, mechanic.reach)
  const value = offer.rung ?? mechanic.value
  const pick = mechanic.pick ?? (mechanic.maxUnits === undefined ? 'dearest' : 'cheapest')
  const max = Math.min(mechanic.maxUnits ?? Infinity, offer.unitsLeft)
  return reduceBatches(turn, mechanic.reach, [{ units, value, pool: '' }], {
    order: pick === 'cheapest' ? cheapestFirst : dearestFirst,
    max,
  })
}
