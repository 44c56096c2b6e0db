import { firstOf } from '../../values/index.ts'
import { checkReach } from '../../catalogue/index.ts'
import type { Reach, Tier } from '../../terms/index.ts'
import type { Definition } from '../shared/definition.ts'
import type { ReachPart, TiersPart } from '../shared/sentence.ts'
import { checkTiers, limitsOfMoney, TIERED } from '../shared/tiers.ts'
import { FIRST_SPEND, FIRST_VALUE, isOfSum } from '../shared/values.ts'

/** Phase 3: percent of its units' value, or an amount once. */
export interface OrderDiscount {
  readonly kind: 'order-discount'
  readonly reach: Reach
  readonly tiers: readonly Tier[]
}

export const orderDiscount = {
  ...TIERED,
  phase: 3,
  asLine: true,
  reaches: ({ reach }) => [reach],
  check: ({ reach, tiers }, catalogue) => [
    ...checkReach(reach, 'reach', catalogue),
    ...checkTiers(tiers, { key: 'tiers', isMoney: true }),
  ],
  ladderUse: ({ tiers }) => (tiers.length === 1 ? 'possible' : 'ladder-not-here'),
  fitsRung: isOfSum,
  create: (reach, value) => ({
    kind: 'order-discount',
    reach,
    tiers: [{ from: FIRST_SPEND, value: isOfSum(value) ? value : FIRST_VALUE }],
  }),
  describe(mechanic): (TiersPart<OrderDiscount> | ReachPart)[] {
    return [
      { part: 'tiers', mechanic },
      { part: 'reach', reach: mechanic.reach },
    ]
  },
  needs: ({ reach, tiers }) => [{ reach, money: firstOf(tiers).from, basis: 'current' }],
  limits: ({ reach, tiers }) => limitsOfMoney(tiers, { reach, basis: 'current' }),
} satisfies Definition<OrderDiscount>
