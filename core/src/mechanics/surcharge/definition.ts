import { checkReach } from '../../catalogue/index.ts'
import type { Reach, Value } from '../../terms/index.ts'
import type { Definition } from '../shared/definition.ts'
import type { ReachPart } from '../shared/sentence.ts'
import { checkValue, FIRST_VALUE, fitsSum, isOfSum, priceIn } from '../shared/values.ts'

/** Phase 5: added to the order. */
export interface Surcharge {
  readonly kind: 'surcharge'
  readonly reach: Reach
  readonly value: Value
}

type SurchargePart = ReachPart | { readonly part: 'surcharge'; readonly value: Value }

export const surcharge = {
  phase: 5,
  reaches: ({ reach }) => [reach],
  check: ({ reach, value }, catalogue) => [...checkReach(reach, 'reach', catalogue), ...checkValue(value, 'value')],
  prices: ({ value }) => priceIn(value, 'value'),
  ladderUse: () => 'ladder-not-here',
  fitsRung: fitsSum,
  create: (reach, value) => ({
    kind: 'surcharge',
    reach,
    value: isOfSum(value) || 'amount' in value ? value : FIRST_VALUE,
  }),
  carried: ({ value }) => value,
  rewards: ({ value }) => [value],
  firstReward: () => null,
  describe({ value, reach }): SurchargePart[] {
    return [
      { part: 'surcharge', value },
      { part: 'reach', reach },
    ]
  },
  needs: ({ reach }) => [{ reach, units: 1 }],
  limits: () => [],
} satisfies Definition<Surcharge>
