import { checkReach } from '../../catalogue/index.ts'
import type { PickOrder, Reach, Value } from '../../terms/index.ts'
import type { Definition } from '../shared/definition.ts'
import type { ReachPart, ValuePart } from '../shared/sentence.ts'
import { checkValue, priceIn, ruleForEach } from '../shared/values.ts'

/** Phase 2: each unit in the reach, or the first `maxUnits` by `pick`. */
export interface ItemDiscount {
  readonly kind: 'item-discount'
  readonly reach: Reach
  readonly value: Value
  readonly maxUnits?: number
  readonly pick?: PickOrder
}

type ItemDiscountPart =
  | ValuePart
  | ReachPart
  | { readonly part: 'maxUnits'; readonly maxUnits: number; readonly pick: PickOrder }

export const itemDiscount = {
  phase: 2,
  reaches: ({ reach }) => [reach],
  check: ({ reach, value }, catalogue) => [...checkReach(reach, 'reach', catalogue), ...checkValue(value, 'value')],
  prices: ({ value }) => priceIn(value, 'value'),
  ladderUse: () => 'possible',
  fitsRung: () => true,
  create: (reach, value) => ({ kind: 'item-discount', reach, value }),
  carried: ({ value }) => value,
  rewards: ({ value }) => [value],
  firstReward: () => null,
  describe({ value, reach, maxUnits, pick = 'cheapest' }): ItemDiscountPart[] {
    return [
      { part: 'value', value, bands: [] },
      ...(maxUnits === undefined ? [] : [{ part: 'maxUnits' as const, maxUnits, pick }]),
      { part: 'reach', reach },
    ]
  },
  needs: ({ reach }) => [{ reach, units: 1 }],
  limits: ({ reach, maxUnits }) =>
    maxUnits === undefined ? [] : [{ limit: 'quantity', need: { reach, units: maxUnits } }],
  unitRule: ({ reach, value }) => ruleForEach(reach, () => value),
} satisfies Definition<ItemDiscount>
