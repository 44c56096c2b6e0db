import type { CodeReason } from './codes.ts'
import type { CompiledPlan, CompiledPromotion } from './compilePlan.ts'
import { computeFloor } from './floor.ts'
import { taxOn, type MinorUnits } from './money.ts'
import type { Nudge } from './nudges.ts'
import { computeDelivery, computeSurcharges, sumAmounts, type Extra } from './offers/extras.ts'
import { createContest, settleOffers, type Contest, type Settlement } from './offers/settleOffers.ts'
import { describeOutcomes, type PromotionOutcome } from './outcomes.ts'
import type { Cut, Piece } from './piece.ts'
import type { Order, Product } from './plan.ts'
import { createProblem, type Problem } from './problem.ts'
import { createSession, type Session } from './session.ts'
import { computeShelfPhase, type ShelfPhase } from './shelfPhase.ts'

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

export interface CodeOutcome {
  readonly code: string
  readonly outcome: 'applied' | 'noEffect' | 'refused'
  readonly reason: CodeReason | null
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
  /** Of every promotion of the plan; worked out when it is first read. */
  readonly promotions: readonly PromotionOutcome[]
  readonly codes: readonly CodeOutcome[]
  readonly nudges: readonly Nudge[]
  /** False if the search for the lowest price was cut short. */
  readonly proven: boolean
}

/** An order as all phases have settled it: what quotes and explanations are written from. */
export interface Settled {
  readonly session: Session
  readonly shelf: ShelfPhase
  readonly contest: Contest
  readonly settlement: Settlement
  readonly delivery: ReturnType<typeof computeDelivery>
  readonly surcharges: readonly Extra[]
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
  return writeQuote(settleOrder(plan, order))
}

function settleOrder(plan: CompiledPlan, order: Order): Settled {
  const session = createSession(plan, order)
  const lines = order.cart.lines.map(({ sku, quantity }) => ({
    product: session.priced(getProduct(plan, sku)),
    quantity,
  }))
  const shelf = computeShelfPhase(session, lines)
  const contest = createContest(session, toPieces(plan, shelf), findOffers(plan, lines))
  const settlement = settleOffers(contest)
  const { pieces } = settlement.state
  return {
    session,
    shelf,
    contest,
    settlement,
    delivery: computeDelivery(session, pieces),
    surcharges: computeSurcharges(session, pieces, contest.surcharges),
  }
}

function findOffers(plan: CompiledPlan, lines: readonly { readonly product: Product }[]): CompiledPromotion[] {
  const found = new Set<CompiledPromotion>()
  for (const { product } of lines) for (const entry of plan.findOffers(product)) found.add(entry)
  return [...found].sort((a, b) => a.promotion.rank - b.promotion.rank)
}

function toPieces({ store }: CompiledPlan, { lines }: ShelfPhase): Piece[] {
  return lines.flatMap(({ product, groups }, line) => {
    const floor = computeFloor(product, store)
    return groups.map(({ units, shelf }): Piece => {
      let cuts: Cut | null = null
      for (const { entry, amount } of shelf.steps) cuts = { entry, amount, before: cuts }
      const touched = shelf.steps.map(({ entry }) => entry)
      const { price } = shelf
      return {
        line,
        product,
        count: units,
        regular: product.regularPrice,
        shelf: price,
        current: price,
        floor,
        touched,
        cuts,
      }
    })
  })
}

function writeQuote(settled: Settled): Quote {
  const { session, settlement, delivery, surcharges } = settled
  const { store } = session.plan
  const lines = [...writeLines(settled), ...writeGifts(settled)]
  const regular = session.order.cart.delivery?.price ?? 0
  const { chosen } = delivery
  const adjustments = chosen
    ? [{ promotion: chosen.entry.promotion.id, phase: 4, amount: chosen.amount, units: 0 }]
    : []
  const quoteDelivery = { regular, total: regular - (chosen?.amount ?? 0), adjustments }
  const added = surcharges.filter(({ amount }) => amount > 0)
  const sum = (pick: (line: QuoteLine) => number) => lines.reduce((total, line) => total + pick(line), 0)
  const merchandise = sum((line) => line.total)
  const tax =
    sum((line) => line.tax) +
    taxOn(quoteDelivery.total, store.deliveryTaxRate, store.pricesIncludeTax) +
    added.reduce((total, { amount }) => total + taxOn(amount, store.surchargeTaxRate, store.pricesIncludeTax), 0)
  const surcharge = sumAmounts(added)
  const regularGoods = sum((line) => line.regular)
  const amounts = once(() => amountsOf(settled, lines))
  // Why each promotion did what it did is asked less often than what a cart costs, so it is worked out only when it is.
  const explained = once(() => describeOutcomes(settled, amounts()))
  return {
    lines,
    delivery: quoteDelivery,
    surcharges: added.map(({ entry, amount }) => ({ promotion: entry.promotion.id, amount })),
    totals: {
      regular: regularGoods,
      shelf: sum((line) => line.shelf),
      merchandise,
      delivery: quoteDelivery.total,
      surcharges: surcharge,
      tax,
      grand: merchandise + quoteDelivery.total + surcharge + (store.pricesIncludeTax ? 0 : tax),
      saved: regularGoods - merchandise + regular - quoteDelivery.total,
    },
    get promotions() {
      return explained().promotions
    },
    codes: session.codes.length > 0 ? describeCodes(session, amounts()) : [],
    get nudges() {
      return explained().nudges
    },
    proven: settlement.isProven,
  }
}

function once<T>(work: () => T): () => T {
  let known: { readonly value: T } | null = null
  return () => (known ??= { value: work() }).value
}

function writeLines({ session, settlement }: Settled): QuoteLine[] {
  const { plan, order } = session
  return order.cart.lines.map(({ sku, quantity }, line) => {
    const pieces = settlement.state.pieces.filter((piece) => piece.line === line)
    const sum = (figure: 'regular' | 'shelf' | 'current') =>
      pieces.reduce((all, piece) => all + piece[figure] * piece.count, 0)
    const total = sum('current')
    const { taxRate } = getProduct(plan, sku)
    return {
      sku,
      quantity,
      gift: false,
      regular: sum('regular'),
      shelf: sum('shelf'),
      total,
      tax: taxOn(total, taxRate, plan.store.pricesIncludeTax),
      adjustments: collectAdjustments(pieces),
    }
  })
}

function collectAdjustments(pieces: readonly Piece[]): Adjustment[] {
  const found = new Map<CompiledPromotion, Adjustment>()
  for (const { cuts, count } of pieces) {
    for (let cut = cuts; cut; cut = cut.before) {
      const { promotion, phase } = cut.entry
      const known = found.get(cut.entry) ?? { promotion: promotion.id, phase, amount: 0, units: 0 }
      found.set(cut.entry, { ...known, amount: known.amount + cut.amount * count, units: known.units + count })
    }
  }
  const order = [...found].sort(([a], [b]) => a.phase - b.phase || a.promotion.rank - b.promotion.rank)
  return order.map(([, adjustment]) => adjustment)
}

function writeGifts({ settlement }: Settled): QuoteLine[] {
  return settlement.state.gifts.map(({ promotion, product, quantity, shelf }) => {
    const worth = shelf * quantity
    const adjustment = { promotion, phase: 2, amount: worth, units: quantity }
    return {
      sku: product.sku,
      quantity,
      gift: true,
      regular: worth,
      shelf: worth,
      total: 0,
      tax: 0,
      adjustments: [adjustment],
    }
  })
}

/** What each promotion that applied came to, by id. A gift of no value is there with 0, and what set a regular price. */
function amountsOf(
  { session, contest, delivery, surcharges }: Settled,
  lines: readonly QuoteLine[],
): Map<string, MinorUnits> {
  const amounts = new Map<string, MinorUnits>()
  const add = (id: string, amount: MinorUnits) => amounts.set(id, (amounts.get(id) ?? 0) + amount)
  for (const { product } of contest.pieces) {
    const step = session.stepOf(product)
    if (step) add(step.promotion.id, 0)
  }
  for (const { promotion, amount } of lines.flatMap((line) => line.adjustments)) add(promotion, amount)
  for (const { entry, amount } of [...(delivery.chosen ? [delivery.chosen] : []), ...surcharges]) {
    if (amount > 0) add(entry.promotion.id, amount)
  }
  return amounts
}

function describeCodes({ codes, order }: Session, amounts: ReadonlyMap<string, MinorUnits>): CodeOutcome[] {
  const byCode = new Map(codes.map((reading) => [reading.code, reading]))
  return order.cart.codes.flatMap((code): CodeOutcome[] => {
    const reading = byCode.get(code)
    if (!reading) return []
    byCode.delete(code)
    if (reading.opens === null) return [{ code, outcome: 'refused', reason: reading.reason }]
    const isApplied = amounts.has(reading.opens)
    return [{ code, outcome: isApplied ? 'applied' : 'noEffect', reason: null }]
  })
}

function getProduct(plan: CompiledPlan, sku: string): Product {
  const product = plan.catalogue.bySku.get(sku)
  if (!product) throw new RangeError(`unknown SKU: ${sku}`)
  return product
}
