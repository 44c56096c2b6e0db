import { sumOf } from '../../units/index.ts'
import { percentOf, WHOLE } from '../../values/index.ts'
import type { SurchargeAct } from '../shared/act.ts'
import { countUnits } from '../shared/bound.ts'
import type { Surcharge } from './definition.ts'

/** Source: docs/pricing.md, surcharge. */
export function actSurcharge({ reach, value }: Surcharge): SurchargeAct {
  return {
    phase: 5,
    isFixed: 'amount' in value,
    judge(view, pieces) {
      const own = view.piecesIn(reach, pieces)
      if (own.length === 0) return { reason: 'nothing-in-reach' }
      const added =
        'percent' in value
          ? percentOf(sumOf(own, 'current'), value.percent)
          : 'amount' in value
            ? value.amount * (value.per === 'once' ? 1 : countUnits(own))
            : 0
      return added > 0 ? added : { reason: 'no-saving' }
    },
    boundAdded({ worth, units }) {
      if ('percent' in value) return worth * (value.percent / WHOLE)
      return 'amount' in value ? value.amount * (value.per === 'once' ? 1 : units) : 0
    },
  }
}
