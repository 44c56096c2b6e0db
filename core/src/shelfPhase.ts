import { isAdmitted, type AdmittedPromotion, type Skip } from './admission.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { Product } from './plan.ts'
import { computeShelfPrice, explainLeftOut, type LeftOut, type ShelfPrice } from './shelf.ts'

/** Units of one cart line that share a shelf price. Units are kept in groups and never expanded. */
export interface UnitGroup {
  readonly units: number
  readonly shelf: ShelfPrice
}

export interface ShelfLine {
  readonly product: Product
  readonly quantity: number
  readonly groups: readonly UnitGroup[]
}

export interface ShelfPhase {
  /** In cart line order. */
  readonly lines: readonly ShelfLine[]
  /** Why an admitted markdown lowered nothing, by promotion id. */
  readonly leftOut: ReadonlyMap<string, LeftOut>
}

/** The stronger of two explanations comes first. */
const EXPLANATIONS = ['stacking', 'better-without', 'units-gone', 'floor', 'no-saving'] as const

/**
 * Phase 1 for a cart: each unit alone, dearest first by regular price, so that limited units go to the dearest.
 * Source: docs/pricing.md, "Stacking", phase 1.
 */
export function computeShelfPhase(
  plan: CompiledPlan,
  lines: readonly { readonly product: Product; readonly quantity: number }[],
  admissions: ReadonlyMap<string, AdmittedPromotion | Skip>,
): ShelfPhase {
  const unitsLeft = new Map<string, number>()
  for (const [id, admission] of admissions) if (isAdmitted(admission)) unitsLeft.set(id, admission.unitsLeft)
  const leftOut = new Map<string, LeftOut>()
  const groups: UnitGroup[][] = lines.map(() => [])
  const dearestFirst = lines
    .map((line, index) => ({ ...line, index }))
    .sort((a, b) => b.product.regularPrice - a.product.regularPrice || a.index - b.index)
  for (const { product, quantity, index } of dearestFirst) {
    const reaching = findAdmitted(plan, product, admissions)
    for (let remaining = quantity; remaining > 0;) {
      const candidates = reaching.filter((candidate) => unitsLeft.get(candidate.entry.promotion.id)! > 0)
      const shelf = computeShelfPrice(product, candidates, plan.store, plan.rules)
      const units = Math.min(remaining, ...shelf.steps.map((step) => unitsLeft.get(step.promotion.id)!))
      for (const { promotion } of shelf.steps) unitsLeft.set(promotion.id, unitsLeft.get(promotion.id)! - units)
      groups[index]!.push({ units, shelf })
      remaining -= units
      for (const candidate of reaching) note(leftOut, plan, { product, candidate, candidates, shelf })
    }
  }
  return { lines: lines.map((line, index) => ({ ...line, groups: groups[index]! })), leftOut }
}

/** The admitted markdowns whose reach holds the product, by rank. */
export function findAdmitted(
  plan: CompiledPlan,
  product: Product,
  admissions: ReadonlyMap<string, AdmittedPromotion | Skip>,
): AdmittedPromotion[] {
  return plan.findReaching(product).flatMap((entry) => {
    const admission = admissions.get(entry.promotion.id)
    return admission && isAdmitted(admission) ? [admission] : []
  })
}

interface Situation {
  readonly product: Product
  readonly candidate: AdmittedPromotion
  readonly candidates: readonly AdmittedPromotion[]
  readonly shelf: ShelfPrice
}

function note(leftOut: Map<string, LeftOut>, plan: CompiledPlan, situation: Situation): void {
  const { product, candidate, candidates, shelf } = situation
  const { id } = candidate.entry.promotion
  if (shelf.steps.some((step) => step.promotion.id === id)) return
  const explanation: LeftOut = candidates.includes(candidate)
    ? explainLeftOut(product, candidate, shelf, plan)
    : { reason: 'units-gone' }
  const known = leftOut.get(id)
  if (!known || weight(explanation) < weight(known)) leftOut.set(id, explanation)
}

function weight({ reason }: LeftOut): number {
  return EXPLANATIONS.findIndex((one) => one === reason)
}
