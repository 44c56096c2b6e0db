import { firstOf } from '../../values/index.ts'
import { checkReach } from '../../catalogue/index.ts'
import type { Reach, Tier } from '../../terms/index.ts'
import type { Definition } from '../shared/definition.ts'
import type { ReachPart, TiersPart } from '../shared/sentence.ts'
import { checkTiers, limitsOfMoney, TIERED } from '../shared/tiers.ts'
import { FIRST_SPEND } from '../shared/values.ts'

/** Phase 2: a tier by the shelf value of its units. */
export interface SpendBreak {
  readonly kind: 'spend-break'
  readonly reach: Reach
  readonly tiers: readonly Tier[]
}

export const spendBreak = {
  ...TIERED,
  phase: 2,
  asLine: true,
  reaches: ({ reach }) => [reach],
  check: ({ reach, tiers }, catalogue) => [
    ...checkReach(reach, 'reach', catalogue),
    ...checkTiers(tiers, { key: 'tiers', isMoney: true }),
  ],
  ladderUse: () => 'ladder-not-here',
  fitsRung: () => true,
  create: (reach, value) => ({ kind: 'spend-break', reach, tiers: [{ from: FIRST_SPEND, value }] }),
  describe(mechanic): (TiersPart<SpendBreak> | ReachPart)[] {
    return [
      { part: 'tiers', mechanic },
      { part: 'reach', reach: mechanic.reach },
    ]
  },
  needs: ({ reach, tiers }) => [{ reach, money: firstOf(tiers).from, basis: 'shelf' }],
  limits: ({ reach, tiers }) => limitsOfMoney(tiers, { reach, basis: 'shelf' }),
} satisfies Definition<SpendBreak>
