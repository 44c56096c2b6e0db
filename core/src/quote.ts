import type { CodeReason } from './codes.ts'
import type { CompiledPlan, CompiledPromotion } from './compilePlan.ts'
import { computeFloor } from './floor.ts'
import { taxOn, type MinorUnits } from './money.ts'
import type { Nudge } from './nudges.ts'
import { computeDelivery, computeSurcharges, sumAmounts, type Extra } from './offers/extras.ts'
import { createContest, settleOffers, type Contest, type Settlement } from './offers/settleOffers.ts'
import { describeOutcomes, type PromotionOutcome } from './outcomes.ts'
import { sumOf, type Cut, type Piece } from './piece.ts'
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
  /** The promotion that it belongs to, if any. */
  readonly promotion: string | null
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
export function checkOrder(plan: CompiledPlan, order: Order): Problem[] {
  const { cart } = order
  const problems: Problem[] = []
  const session = createSession(plan, order)
  let sum = cart.delivery?.price ?? 0
  cart.lines.forEach(({ sku, quantity }, index) => {
    const product = plan.catalogue.bySku.get(sku)
    if (product) sum += session.priced(product).regularPrice * quantity
    else problems.push(createProblem('unknown-sku', `cart.lines.${index}.sku`, { sku }))
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

/** By rank. Products alike share one list, so most carts need no more than that. */
function findOffers(plan: CompiledPlan, lines: readonly { readonly product: Product }[]): readonly CompiledPromotion[] {
  const [first = [], ...others] = new Set(lines.map(({ product }) => plan.findOffers(product)))
  if (others.length === 0) return first
  return [...new Set([first, ...others].flat())].sort((a, b) => a.promotion.rank - b.promotion.rank)
}

function toPieces({ store }: CompiledPlan, { lines }: ShelfPhase): Piece[] {
  const pieces: Piece[] = []
  // Units with one history share its list.
  const histories = new Map<string, readonly CompiledPromotion[]>()
  lines.forEach(({ product, groups }, line) => {
    const floor = computeFloor(product, store)
    const regular = product.regularPrice
    for (const { units: count, shelf } of groups) {
      const { price, steps } = shelf
      let cuts: Cut | null = null
      for (const { entry, amount } of steps) cuts = { entry, amount, before: cuts }
      const name = steps.map(({ entry }) => entry.promotion.rank).join()
      const touched = histories.get(name) ?? steps.map(({ entry }) => entry)
      histories.set(name, touched)
      pieces.push({ line, product, count, regular, shelf: price, current: price, floor, touched, cuts })
    }
  })
  return pieces
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
  const pieces: Piece[][] = order.cart.lines.map(() => [])
  for (const piece of settlement.state.pieces) pieces[piece.line]!.push(piece)
  return order.cart.lines.map(({ sku, quantity }, line) => {
    const own = pieces[line]!
    const total = sumOf(own, 'current')
    return {
      sku,
      quantity,
      gift: false,
      regular: sumOf(own, 'regular'),
      shelf: sumOf(own, 'shelf'),
      total,
      tax: taxOn(total, getProduct(plan, sku).taxRate, plan.store.pricesIncludeTax),
      adjustments: collectAdjustments(own),
    }
  })
}

/** By phase and rank. */
function collectAdjustments(pieces: readonly Piece[]): Adjustment[] {
  const found: { readonly entry: CompiledPromotion; amount: MinorUnits; units: number }[] = []
  for (const { cuts, count } of pieces) {
    for (let cut = cuts; cut; cut = cut.before) {
      const { entry, amount } = cut
      const known = found.find((one) => one.entry === entry)
      if (known) {
        known.amount += amount * count
        known.units += count
      } else found.push({ entry, amount: amount * count, units: count })
    }
  }
  found.sort(({ entry: a }, { entry: b }) => a.phase - b.phase || a.promotion.rank - b.promotion.rank)
  return found.map(({ entry, amount, units }) => ({
    promotion: entry.promotion.id,
    phase: entry.phase,
    amount,
    units,
  }))
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
    const promotion = reading.entry?.promotion.id ?? null
    if (reading.opens === null) return [{ code, promotion, outcome: 'refused', reason: reading.reason }]
    const isApplied = amounts.has(reading.opens)
    return [{ code, promotion, outcome: isApplied ? 'applied' : 'noEffect', reason: null }]
  })
}

function getProduct(plan: CompiledPlan, sku: string): Product {
  const product = plan.catalogue.bySku.get(sku)
  if (!product) throw new RangeError(`unknown SKU: ${sku}`)
  return product
}
