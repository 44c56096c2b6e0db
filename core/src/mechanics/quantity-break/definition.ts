import { checkReach } from '../../catalogue/index.ts'
import type { Reach, Tier } from '../../terms/index.ts'
import { isOnce } from '../../units/index.ts'
import { createProblem, type Problem, firstOf, lastOf } from '../../values/index.ts'
import type { Definition } from '../shared/definition.ts'
import type { ReachPart, TiersPart } from '../shared/sentence.ts'
import { checkTiers, TIERED } from '../shared/tiers.ts'
import { ruleForEach } from '../shared/values.ts'

/** Phase 2: a tier by the number of units, for all of them or for each by its own ordinal. */
export interface QuantityBreak {
  readonly kind: 'quantity-break'
  readonly reach: Reach
  readonly count: 'sku' | 'family' | 'reach'
  readonly tiers: readonly Tier[]
  readonly on: 'all' | 'tier'
}

export const quantityBreak = {
  ...TIERED,
  phase: 2,
  reaches: ({ reach }) => [reach],
  check: ({ reach, tiers, on }, catalogue) => [
    ...checkReach(reach, 'reach', catalogue),
    ...checkTiers(tiers, { key: 'tiers', isMoney: false }),
    ...(on === 'tier' ? refuseOnce(tiers) : []),
  ],
  ladderUse: () => 'ladder-not-here',
  fitsRung: () => true,
  create: (reach, value) => ({ kind: 'quantity-break', reach, count: 'sku', on: 'all', tiers: [{ from: 5, value }] }),
  describe(mechanic): (TiersPart<QuantityBreak> | ReachPart)[] {
    return [
      { part: 'tiers', mechanic },
      { part: 'reach', reach: mechanic.reach },
    ]
  },
  needs: ({ reach, tiers }) => [{ reach, units: firstOf(tiers).from }],
  limits: ({ reach, tiers }) => tiers.map(({ from }) => ({ limit: 'tier', need: { reach, units: from } })),
  unitRule: ({ reach, tiers }) => ruleForEach(reach, () => lastOf(tiers).value),
} satisfies Definition<QuantityBreak>

/** An amount taken once can't belong to single units. */
function refuseOnce(tiers: readonly Tier[]): Problem[] {
  return tiers.flatMap(({ value }, index) =>
    isOnce(value) ? [createProblem('not-allowed', `tiers.${index}.value.per`, { given: 'once' })] : [],
  )
}
