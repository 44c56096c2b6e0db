import type { PromotionFacts } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'

/** Usage of a promotion: orders, units and reduction. */
export interface UsedUp {
  readonly uses: number
  readonly units: number
  readonly given: MinorUnits
}

/** As a quote asks for it; what was corrected below nothing counts as nothing. */
export function toPromotionFacts({ uses, units, given }: UsedUp): PromotionFacts {
  return { uses: Math.max(0, uses), unitsSold: Math.max(0, units), discountGiven: Math.max(0, given) }
}
