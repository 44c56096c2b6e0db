import { admit, isAdmitted, judgeWhen, type AdmittedPromotion } from './admission.ts'
import { countCodes, type CodeReading } from './codes.ts'
import { findListed, type CompiledPlan, type CompiledPromotion } from './compilePlan.ts'
import type { ConditionView } from './condition.ts'
import type { MinorUnits } from './money.ts'
import type { Piece } from './piece.ts'
import type { Order, Product, Reach } from './plan.ts'
import type { ReachMatcher } from './reach.ts'
import type { Skip } from './skip.ts'

/** One order at one instant under a plan, with what every phase asks about it worked out once. */
export interface Session {
  readonly plan: CompiledPlan
  readonly order: Order
  readonly codes: readonly CodeReading[]
  /** A product of the catalogue as it is regularly priced now: as it is, or what phase 0 makes of it. */
  priced(product: Product): Product
  /** The promotion of phase 0 that sets the regular price of a product of the catalogue now. */
  stepOf(product: Product): CompiledPromotion | null
  /** Without asking the condition. */
  admitted(entry: CompiledPromotion): AdmittedPromotion | Skip
  /** The same, with the condition judged on these units. */
  admittedWith(entry: CompiledPromotion, pieces: readonly Piece[]): AdmittedPromotion | Skip
  view(pieces: readonly Piece[]): ConditionView
  /** The admitted promotions of a list of phase 1, whose conditions ask nothing of the cart. */
  admittedOf(entries: readonly CompiledPromotion[]): readonly AdmittedPromotion[]
  /** Whether each cart line lies in a reach. */
  linesIn(reach: Reach): readonly boolean[]
  /** The units of a reach. */
  piecesIn(reach: Reach, pieces: readonly Piece[]): Piece[]
  /** The cart's products, line by line, as they are regularly priced now. */
  goods(): readonly Product[]
}

export function createSession(plan: CompiledPlan, order: Order): Session {
  const codes = countCodes(plan, order)
  const counted = new Set(codes.flatMap(({ opens }) => opens ?? []))
  const admissions = new Map<CompiledPromotion, AdmittedPromotion | Skip>()
  const products = new Map<string, SteppedProduct>()
  const lists = new Map<readonly CompiledPromotion[], readonly AdmittedPromotion[]>()
  const reached = new Map<ReachMatcher, readonly boolean[]>()
  let goods: readonly Product[] | null = null

  function step(product: Product): SteppedProduct {
    if (!plan.hasPriceSteps || plan.findPriceSteps(product).length === 0) return { priced: product, entry: null }
    let stepped = products.get(product.sku)
    if (!stepped) products.set(product.sku, (stepped = applySteps(session, product)))
    return stepped
  }

  const session: Session = {
    plan,
    order,
    codes,
    priced: (product) => step(product).priced,
    stepOf: (product) => step(product).entry,
    admitted(entry) {
      let admission = admissions.get(entry)
      if (!admission) admissions.set(entry, (admission = admit(entry, order, counted)))
      return admission
    },
    admittedWith(entry, pieces) {
      const admission = session.admitted(entry)
      if (!isAdmitted(admission) || entry.promotion.when === null) return admission
      return judgeWhen(entry, session.view(pieces)) ?? admission
    },
    admittedOf(entries) {
      let list = lists.get(entries)
      if (!list) {
        list = entries.map((entry) => session.admittedWith(entry, NO_PIECES)).filter(isAdmitted)
        lists.set(entries, list)
      }
      return list
    },
    linesIn(reach) {
      const matches = plan.matcherOf(reach)
      let lines = reached.get(matches)
      if (!lines) {
        lines = session.goods().map((product) => matches(product, product.regularPrice))
        reached.set(matches, lines)
      }
      return lines
    },
    piecesIn(reach, pieces) {
      const lines = session.linesIn(reach)
      return pieces.filter(({ line }) => lines[line])
    },
    goods() {
      return (goods ??= order.cart.lines.map(({ sku }) => session.priced(getProduct(plan, sku))))
    },
    view: (pieces) => ({
      cart: order.cart,
      pieces,
      matcherOf: plan.matcherOf,
      linesIn: session.linesIn,
      findProduct: (sku) => {
        const product = plan.catalogue.bySku.get(sku)
        return product && session.priced(product)
      },
    }),
  }
  return session
}

function getProduct({ catalogue }: CompiledPlan, sku: string): Product {
  const product = catalogue.bySku.get(sku)
  if (!product) throw new RangeError(`unknown SKU: ${sku}`)
  return product
}

const NO_PIECES: readonly Piece[] = []

interface SteppedProduct {
  readonly priced: Product
  readonly entry: CompiledPromotion | null
}

/** Phase 0: the first promotion by rank with a matching rung sets the regular price. Source: docs/pricing.md, price steps. */
function applySteps({ plan, order, admitted }: Session, product: Product): SteppedProduct {
  // What a shopper bought is judged by the catalogue's prices here, since this phase makes the others.
  const view: ConditionView = {
    cart: order.cart,
    pieces: [],
    matcherOf: plan.matcherOf,
    linesIn: () => [],
    findProduct: (sku) => plan.catalogue.bySku.get(sku),
  }
  for (const entry of plan.findPriceSteps(product)) {
    const admission = admitted(entry)
    if (!isAdmitted(admission) || judgeWhen(entry, view) !== null) continue
    const price = findStep(admission, product)
    if (price !== null) return { priced: { ...product, regularPrice: price }, entry }
  }
  return { priced: product, entry: null }
}

function findStep({ entry, rung }: AdmittedPromotion, product: Product): MinorUnits | null {
  const { mechanic } = entry.promotion
  if (mechanic.kind === 'price-steps' && mechanic.prices) return findListed(mechanic.prices, product.sku)
  return rung && 'price' in rung ? rung.price : null
}
