import type { ShelfAct } from '../mechanics/index.ts'
import type { Product } from '../terms/index.ts'
import type { Skip } from '../units/index.ts'
import type { AdmittedPromotion } from './admission.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { Session } from './session.ts'
import { computeShelfPrice, explainLeftOut, type ShelfPrice } from './shelf.ts'

/** Units of one cart line that share a shelf price. Units are kept in groups and never expanded. */
interface UnitGroup {
  readonly units: number
  readonly shelf: ShelfPrice
}

interface ShelfLine {
  readonly product: Product
  readonly quantity: number
  readonly groups: readonly UnitGroup[]
}

/** Units that were priced alike, and the markdowns that reach them, with and without those whose units had gone. */
interface Situation {
  readonly product: Product
  readonly reaching: readonly AdmittedPromotion<ShelfAct>[]
  readonly candidates: readonly AdmittedPromotion<ShelfAct>[]
  readonly shelf: ShelfPrice
}

export interface ShelfPhase {
  /** In cart line order. */
  readonly lines: readonly ShelfLine[]
  /** Settled prices, for explanations. */
  readonly situations: readonly Situation[]
}

/** The stronger of two explanations comes first. */
const EXPLANATIONS = ['stacking', 'better-without', 'units-gone', 'floor', 'no-saving'] as const

/**
 * Phase 1 for a cart: each unit alone, most expensive first by regular price, so that limited units go to the most expensive.
 * Source: docs/pricing.md, "Stacking", phase 1.
 */
export function computeShelfPhase(
  session: Session,
  lines: readonly { readonly product: Product; readonly quantity: number }[],
): ShelfPhase {
  const { plan } = session
  const unitsLeft = new Map<string, number>()
  const situations: Situation[] = []
  const settled = lines.map(({ product, quantity }) => {
    const groups: UnitGroup[] = []
    return { product, quantity, groups }
  })
  const leftOf = ({ entry, unitsLeft: limit }: AdmittedPromotion<ShelfAct>) =>
    limit === Infinity ? limit : (unitsLeft.get(entry.id) ?? limit)
  const isLeft = (candidate: AdmittedPromotion<ShelfAct>) => leftOf(candidate) > 0
  // Sorting is stable, so ties stay in cart line order.
  for (const { product, quantity, groups } of settled.toSorted(byRegularPrice)) {
    const reaching = session.markdownsOf(product)
    for (let remaining = quantity; remaining > 0;) {
      const candidates = reaching.every(isLeft) ? reaching : reaching.filter(isLeft)
      const shelf = computeShelfPrice(product, candidates, plan.store, plan.rules)
      const limited = candidates.filter(
        (one) => one.unitsLeft !== Infinity && shelf.cuts.some((cut) => cut.entry === one.entry),
      )
      const units = limited.reduce((least, one) => Math.min(least, leftOf(one)), remaining)
      for (const one of limited) unitsLeft.set(one.entry.id, leftOf(one) - units)
      groups.push({ units, shelf })
      remaining -= units
      situations.push({ product, reaching, candidates, shelf })
    }
  }
  return { lines: settled, situations }
}

const byRegularPrice = (a: ShelfLine, b: ShelfLine) => b.product.regularPrice - a.product.regularPrice

/** Why admitted markdowns lowered nothing, by promotion id: of several units, the strongest explanation. */
export function explainShelf({ situations }: ShelfPhase, plan: CompiledPlan): ReadonlyMap<string, Skip> {
  const leftOut = new Map<string, Skip>()
  for (const { product, reaching, candidates, shelf } of situations) {
    for (const candidate of reaching) {
      if (shelf.cuts.some((cut) => cut.entry === candidate.entry)) continue
      const { id } = candidate.entry.promotion
      const explanation: Skip = candidates.includes(candidate)
        ? explainLeftOut(product, candidate, { candidates, settled: shelf }, plan)
        : { reason: 'units-gone', left: 0, needed: 1 }
      const known = leftOut.get(id)
      if (!known || weight(explanation) < weight(known)) leftOut.set(id, explanation)
    }
  }
  return leftOut
}

function weight({ reason }: Skip): number {
  return EXPLANATIONS.findIndex((one) => one === reason)
}
