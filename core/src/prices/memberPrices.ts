import { conditionOf, findTests } from '../conditions/index.ts'
import type { CompiledPlan, CompiledPromotion } from '../pricing/index.ts'
import type { Product } from '../terms/index.ts'
import { computePriceWith, computePublicPrice, type Viewer } from '../time/index.ts'
import type { Instant, MinorUnits } from '../values/index.ts'

/** What those pay who qualify for more than the viewer. */
interface MemberPrice {
  /** Who qualifies, in the words of the promotion's shopper text. */
  readonly title: string
  readonly price: MinorUnits
}

/**
 * Prices below the viewer's own, of those who qualify for promotions that are about more than the viewer and say so in their shopper text: the
 * viewer's price with the promotions of one name on top of it, lowest first. Promotions for single people or other channels are never shown.
 * Source: docs/pricing.md, "What shoppers see".
 */
export function computeMemberPrices(
  plan: CompiledPlan,
  product: Product,
  { now, ...viewer }: Omit<Viewer, 'past'> & { readonly now: Instant },
): MemberPrice[] {
  const told = plan.findPricing(product).filter(mayTell)
  if (told.length === 0) return []
  const own = computePublicPrice(plan, product, now, viewer).price
  const titleOf = ({ promotion }: CompiledPromotion) => promotion.display?.members ?? ''
  return [...new Set(told.map(titleOf))]
    .flatMap((title) => {
      const entries = told.filter((entry) => titleOf(entry) === title)
      const price = computePriceWith(plan, product, { ...viewer, now, entries })
      return price !== null && price < own ? { title, price } : []
    })
    .sort((a, b) => a.price - b.price)
}

/** Whether everybody may read what a promotion makes of a price. */
function mayTell({ phase, promotion: { display, when } }: CompiledPromotion): boolean {
  if (phase !== 1 || !display?.members) return false
  return findTests(when)
    .map(conditionOf)
    .every(({ isPersonal, about }) => about === 'shopper' && !isPersonal)
}
