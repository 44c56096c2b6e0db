import { firstOf } from '../../values/index.ts'
import type { Tier } from '../../terms/index.ts'
import type { Definition } from '../shared/definition.ts'
import type { TiersPart } from '../shared/sentence.ts'
import { checkTiers, limitsOfMoney, TIERED } from '../shared/tiers.ts'
import { FIRST_SPEND, fitsSum, FREE } from '../shared/values.ts'

/** Phase 4: the price of delivery, by the cart's value. */
export interface DeliveryOffer {
  readonly kind: 'delivery'
  readonly options?: readonly string[]
  readonly tiers: readonly Tier[]
  readonly basis: 'shelf' | 'current'
}

type DeliveryPart = TiersPart<DeliveryOffer> | { readonly part: 'options'; readonly options: readonly string[] }

export const delivery = {
  ...TIERED,
  phase: 4,
  reaches: () => [],
  check: ({ tiers }) => checkTiers(tiers, { key: 'tiers', isMoney: true }),
  prices: () => [],
  mayBeFree: true,
  ladderUse: ({ tiers }) => (tiers.length === 1 ? 'possible' : 'ladder-not-here'),
  fitsRung: fitsSum,
  create: () => ({ kind: 'delivery', basis: 'shelf', tiers: [{ from: FIRST_SPEND, value: FREE }] }),
  describe(mechanic): DeliveryPart[] {
    return [
      { part: 'tiers', mechanic },
      ...(mechanic.options ? [{ part: 'options' as const, options: mechanic.options }] : []),
    ]
  },
  needs: ({ tiers, basis }) => [{ reach: {}, money: firstOf(tiers).from, basis }],
  limits: ({ tiers, basis }) => limitsOfMoney(tiers, { reach: {}, basis }),
} satisfies Definition<DeliveryOffer>
