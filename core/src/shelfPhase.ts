import { isAdmitted, type AdmittedPromotion } from './admission.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { Session } from './session.ts'
import type { Piece } from './piece.ts'
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
  session: Session,
  lines: readonly { readonly product: Product; readonly quantity: number }[],
): ShelfPhase {
  const { plan } = session
  const unitsLeft = new Map<string, number>()
  const leftOut = new Map<string, LeftOut>()
  const groups: UnitGroup[][] = lines.map(() => [])
  const leftOf = ({ entry, unitsLeft: limit }: AdmittedPromotion) => unitsLeft.get(entry.promotion.id) ?? limit
  const dearestFirst = lines
    .map((line, index) => ({ ...line, index }))
    .sort((a, b) => b.product.regularPrice - a.product.regularPrice || a.index - b.index)
  for (const { product, quantity, index } of dearestFirst) {
    const reaching = findAdmitted(session, product)
    for (let remaining = quantity; remaining > 0;) {
      const candidates = reaching.filter((candidate) => leftOf(candidate) > 0)
      const shelf = computeShelfPrice(product, candidates, plan.store, plan.rules)
      const used = candidates.filter(({ entry }) => shelf.steps.some((step) => step.entry === entry))
      const units = Math.min(remaining, ...used.map(leftOf))
      for (const one of used) unitsLeft.set(one.entry.promotion.id, leftOf(one) - units)
      groups[index]!.push({ units, shelf })
      remaining -= units
      for (const candidate of reaching) note(leftOut, plan, { product, candidate, candidates, shelf })
    }
  }
  return { lines: lines.map((line, index) => ({ ...line, groups: groups[index]! })), leftOut }
}

const NO_PIECES: readonly Piece[] = []

/** The admitted markdowns whose reach holds the product, by rank. */
export function findAdmitted(session: Session, product: Product): AdmittedPromotion[] {
  const found: AdmittedPromotion[] = []
  for (const entry of session.plan.findReaching(product)) {
    const admission = session.admittedWith(entry, NO_PIECES)
    if (isAdmitted(admission)) found.push(admission)
  }
  return found
}

/** The shelf price of one unit before this order, as the product page shows it. */
export function computeShelfBefore(session: Session, product: Product): ShelfPrice {
  const { store, rules } = session.plan
  return computeShelfPrice(product, findAdmitted(session, product), store, rules)
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
  if (shelf.steps.some((step) => step.entry.promotion.id === id)) return
  const explanation: LeftOut = candidates.includes(candidate)
    ? explainLeftOut(product, candidate, shelf, plan)
    : { reason: 'units-gone' }
  const known = leftOut.get(id)
  if (!known || weight(explanation) < weight(known)) leftOut.set(id, explanation)
}

function weight({ reason }: LeftOut): number {
  return EXPLANATIONS.findIndex((one) => one === reason)
}
