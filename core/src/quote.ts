import { computeAdmission, isAdmitted, type AdmittedPromotion, type Skip, type SkipReason } from './admission.ts'
import type { CompiledPlan } from './compilePlan.ts'
import { taxOn, type MinorUnits } from './money.ts'
import type { Order, Product } from './plan.ts'
import { createProblem, type Problem } from './problem.ts'
import { computeShelfPhase, type ShelfLine, type ShelfPhase } from './shelfPhase.ts'

export interface Adjustment {
  readonly promotion: string
  readonly phase: number
  readonly amount: MinorUnits
  readonly units: number
}

/** Sums over the line's units. */
export interface QuoteLine {
  readonly sku: string
  readonly quantity: number
  readonly gift: boolean
  readonly regular: MinorUnits
  readonly shelf: MinorUnits
  readonly total: MinorUnits
  readonly tax: MinorUnits
  readonly adjustments: readonly Adjustment[]
}

export interface PromotionOutcome {
  readonly promotion: string
  readonly outcome: 'applied' | 'skipped'
  readonly reason: SkipReason | null
  readonly amount: MinorUnits
  readonly facts: Readonly<Record<string, unknown>>
}

export interface CodeOutcome {
  readonly code: string
  readonly outcome: 'applied' | 'noEffect' | 'refused'
  readonly reason: 'code-unknown' | 'code-used' | 'code-void' | null
}

export interface Nudge {
  readonly promotion: string
  readonly missingUnits?: number
  readonly missingAmount?: MinorUnits
  readonly reward: unknown
}

export interface Quote {
  readonly lines: readonly QuoteLine[]
  readonly delivery: {
    readonly regular: MinorUnits
    readonly total: MinorUnits
    readonly adjustments: readonly Adjustment[]
  }
  readonly surcharges: readonly { readonly promotion: string; readonly amount: MinorUnits }[]
  readonly totals: {
    readonly regular: MinorUnits
    readonly shelf: MinorUnits
    readonly merchandise: MinorUnits
    readonly delivery: MinorUnits
    readonly surcharges: MinorUnits
    readonly tax: MinorUnits
    readonly grand: MinorUnits
    readonly saved: MinorUnits
  }
  readonly promotions: readonly PromotionOutcome[]
  readonly codes: readonly CodeOutcome[]
  readonly nudges: readonly Nudge[]
  /** False if the search for the lowest price was cut short. */
  readonly proven: boolean
}

/** What keeps an order from being priced under a plan: unknown SKUs, sums beyond the safe integers. Empty if nothing does. */
export function checkOrder(plan: CompiledPlan, { cart }: Order): Problem[] {
  const problems: Problem[] = []
  let sum = cart.delivery?.price ?? 0
  cart.lines.forEach(({ sku, quantity }, index) => {
    const product = plan.catalogue.bySku.get(sku)
    if (!product) problems.push(createProblem('unknown-sku', `cart.lines.${index}.sku`, { sku }))
    sum += (product?.regularPrice ?? 0) * quantity
  })
  if (!Number.isSafeInteger(sum)) problems.push(createProblem('sum-too-large', 'cart.lines'))
  return problems
}

/**
 * Prices a cart, and says why. The order must have passed `checkOrder`; an unknown SKU throws. A function of its input alone.
 * Source: docs/pricing.md.
 */
export function computeQuote(plan: CompiledPlan, order: Order): Quote {
  const admissions = new Map(
    plan.promotions.map((entry) => [entry.promotion.id, computeAdmission(plan, entry, order)] as const),
  )
  const cartLines = order.cart.lines.map(({ sku, quantity }) => ({ product: getProduct(plan, sku), quantity }))
  const shelf = computeShelfPhase(plan, cartLines, admissions)
  const lines = shelf.lines.map((line) => toQuoteLine(line, plan.store.pricesIncludeTax))
  const delivery = { regular: order.cart.delivery?.price ?? 0, total: order.cart.delivery?.price ?? 0, adjustments: [] }
  return {
    lines,
    delivery,
    surcharges: [],
    totals: computeTotals(plan, lines, delivery),
    promotions: describeOutcomes(plan, admissions, shelf, lines),
    codes: order.cart.codes.map((code) => describeCode(code, order)),
    nudges: [],
    proven: true,
  }
}

/** A code as it is compared: without case, spaces and hyphens. */
export function normalizeCode(code: string): string {
  return code.toUpperCase().replace(/[\s-]/g, '')
}

function getProduct(plan: CompiledPlan, sku: string): Product {
  const product = plan.catalogue.bySku.get(sku)
  if (!product) throw new RangeError(`unknown SKU: ${sku}`)
  return product
}

function toQuoteLine({ product, quantity, groups }: ShelfLine, taxIncluded: boolean): QuoteLine {
  const adjustments = new Map<string, Adjustment>()
  let total = 0
  for (const { units, shelf } of groups) {
    total += shelf.price * units
    for (const { promotion, amount } of shelf.steps) {
      const known = adjustments.get(promotion.id) ?? { promotion: promotion.id, phase: 1, amount: 0, units: 0 }
      adjustments.set(promotion.id, { ...known, amount: known.amount + amount * units, units: known.units + units })
    }
  }
  return {
    sku: product.sku,
    quantity,
    gift: false,
    regular: product.regularPrice * quantity,
    shelf: total,
    total,
    tax: taxOn(total, product.taxRate, taxIncluded),
    adjustments: [...adjustments.values()],
  }
}

function computeTotals(plan: CompiledPlan, lines: readonly QuoteLine[], delivery: Quote['delivery']): Quote['totals'] {
  const { pricesIncludeTax, deliveryTaxRate } = plan.store
  const sum = (pick: (line: QuoteLine) => number) => lines.reduce((total, line) => total + pick(line), 0)
  const merchandise = sum((line) => line.total)
  const tax = sum((line) => line.tax) + taxOn(delivery.total, deliveryTaxRate, pricesIncludeTax)
  const regular = sum((line) => line.regular)
  return {
    regular,
    shelf: sum((line) => line.shelf),
    merchandise,
    delivery: delivery.total,
    surcharges: 0,
    tax,
    grand: merchandise + delivery.total + (pricesIncludeTax ? 0 : tax),
    saved: regular - merchandise + delivery.regular - delivery.total,
  }
}

function describeOutcomes(
  plan: CompiledPlan,
  admissions: ReadonlyMap<string, AdmittedPromotion | Skip>,
  shelf: ShelfPhase,
  lines: readonly QuoteLine[],
): PromotionOutcome[] {
  const amounts = new Map<string, MinorUnits>()
  for (const { promotion, amount } of lines.flatMap((line) => line.adjustments)) {
    amounts.set(promotion, (amounts.get(promotion) ?? 0) + amount)
  }
  const cut = countCutUnits(shelf)
  return plan.promotions.map(({ promotion: { id } }) => {
    const amount = amounts.get(id)
    if (amount !== undefined) {
      const facts = cut.has(id) ? { unitsCutByFloor: cut.get(id) } : {}
      return { promotion: id, outcome: 'applied', reason: null, amount, facts }
    }
    return { promotion: id, outcome: 'skipped', amount: 0, ...explainSkip(admissions.get(id)!, shelf.leftOut.get(id)) }
  })
}

function explainSkip(
  admission: AdmittedPromotion | Skip,
  leftOut: { reason: SkipReason; by?: string } | undefined,
): Pick<PromotionOutcome, 'reason' | 'facts'> {
  if (!isAdmitted(admission)) {
    return { reason: admission.reason, facts: admission.failed ? { ...admission.failed } : {} }
  }
  if (!leftOut) return { reason: 'nothing-in-reach', facts: {} }
  return { reason: leftOut.reason, facts: leftOut.by === undefined ? {} : { promotion: leftOut.by } }
}

function countCutUnits(shelf: ShelfPhase): Map<string, number> {
  const cut = new Map<string, number>()
  for (const { units, shelf: price } of shelf.lines.flatMap((line) => line.groups)) {
    for (const step of price.steps) {
      if (step.cutByFloor) cut.set(step.promotion.id, (cut.get(step.promotion.id) ?? 0) + units)
    }
  }
  return cut
}

function describeCode(code: string, order: Order): CodeOutcome {
  const wanted = normalizeCode(code)
  const state = Object.entries(order.codes).find(([text]) => normalizeCode(text) === wanted)?.[1].state
  const reason = state === 'used' ? 'code-used' : state === 'void' ? 'code-void' : 'code-unknown'
  return { code, outcome: 'refused', reason }
}
