import type { ReachMatcher } from '../catalogue/index.ts'
import type { Act, ShelfAct, StepAct } from '../mechanics/index.ts'
import type { Order, Product } from '../terms/index.ts'
import type { OrderView, Piece, Skip } from '../units/index.ts'
import { admit, isAdmitted, judgeWhen, type AdmittedPromotion } from './admission.ts'
import { countCodes, type CodeReading } from './codes.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { CompiledPromotion } from './compiledPromotion.ts'
import type { ConditionView } from '../conditions/index.ts'
import { computeShelfPrice, type ShelfPrice } from './shelf.ts'

/** One order at one instant under a plan, with what every phase asks about it worked out once. */
export interface Session extends OrderView {
  readonly plan: CompiledPlan
  readonly order: Order
  readonly codes: readonly CodeReading[]
  /** A product of the catalogue as it is regularly priced now: as it is, or what phase 0 makes of it. */
  priced(product: Product): Product
  /** The promotion of phase 0 that sets the regular price of a product of the catalogue now. */
  stepOf(product: Product): CompiledPromotion<StepAct> | null
  /** Without asking the condition. */
  admitted<A extends Act>(entry: CompiledPromotion<A>): AdmittedPromotion<A> | Skip
  /** Whether a promotion leaves a product out in the order's channel. */
  leavesOut(entry: CompiledPromotion, product: Product): boolean
  /** With the condition judged on these units. */
  admittedWith<A extends Act>(entry: CompiledPromotion<A>, pieces: readonly Piece[]): AdmittedPromotion<A> | Skip
  view(pieces: readonly Piece[]): ConditionView
  /** The admitted markdowns that reach a product, by rank; their conditions ask nothing of the cart. */
  markdownsOf(product: Product): readonly AdmittedPromotion<ShelfAct>[]
  /** The shelf price of one unit before this order, as the product page shows it. */
  shelfBefore(product: Product): ShelfPrice
  /** The same as if the conditions of some promotions were met; null where none of them may act. */
  shelfWith(product: Product, entries: readonly CompiledPromotion[]): ShelfPrice | null
  /** The cart's products, line by line, as they are regularly priced now. */
  goods(): readonly Product[]
}

export function createSession(plan: CompiledPlan, order: Order): Session {
  const codes = countCodes(plan, order)
  const counted = new Set(codes.flatMap(({ opens }) => opens ?? []))
  const admissions = new Map<CompiledPromotion, AdmittedPromotion | Skip>()
  const products = new Map<string, SteppedProduct>()
  const lists = new Map<readonly CompiledPromotion<ShelfAct>[], readonly AdmittedPromotion<ShelfAct>[]>()
  const reached = new Map<ReachMatcher, readonly boolean[]>()
  let goods: readonly Product[] | null = null
  const { channel } = order.cart
  const isPartner = plan.partners.has(channel)

  /** The admitted promotions of a list. */
  function admittedOf(entries: readonly CompiledPromotion<ShelfAct>[]): readonly AdmittedPromotion<ShelfAct>[] {
    let list = lists.get(entries)
    if (!list) {
      list = entries.map((entry) => session.admittedWith(entry, NO_PIECES)).filter(isAdmitted)
      lists.set(entries, list)
    }
    return list
  }

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
    rules: plan.rules,
    priced: (product) => step(product).priced,
    stepOf: (product) => step(product).entry,
    admitted<A extends Act>(entry: CompiledPromotion<A>) {
      let admission = admissions.get(entry)
      if (!admission) {
        const isElsewhere = isPartner && !entry.partners.has(channel) && !entry.asksForChannel
        admission = isElsewhere ? { reason: 'not-in-channel' } : admit(entry, order, counted)
        admissions.set(entry, admission)
      }
      return admission as AdmittedPromotion<A> | Skip
    },
    leavesOut: ({ partners }, { sku }) => isPartner && partners.get(channel)?.has(sku) === true,
    admittedWith(entry, pieces) {
      const admission = session.admitted(entry)
      if (!isAdmitted(admission) || entry.promotion.when === null) return admission
      return judgeWhen(entry, session.view(pieces)) ?? admission
    },
    markdownsOf(product) {
      const all = admittedOf(plan.findReaching(product))
      return isPartner ? all.filter(({ entry }) => !session.leavesOut(entry, product)) : all
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
    findProduct(sku) {
      const product = plan.catalogue.bySku.get(sku)
      if (!product) return undefined
      const priced = session.priced(product)
      const stock = order.stock?.[sku]
      return stock === undefined || stock === priced.stock ? priced : { ...priced, stock }
    },
    shelfBefore: (product) => computeShelfPrice(product, session.markdownsOf(product), plan.store, plan.rules),
    shelfWith(product, entries) {
      const met = entries.map(session.admitted).filter(isAdmitted)
      if (met.length === 0) return null
      const own = new Set(session.markdownsOf(product).map(({ entry }) => entry))
      const list = plan.findReaching(product).flatMap((entry) => {
        const admission = own.has(entry) || met.some((one) => one.entry === entry) ? session.admitted(entry) : null
        return admission && isAdmitted(admission) && !session.leavesOut(entry, product) ? admission : []
      })
      return computeShelfPrice(product, list, plan.store, plan.rules)
    },
    shelfPriceOf: (product) => session.shelfBefore(product).price,
    view: (pieces) => ({
      cart: order.cart,
      pieces,
      matcherOf: plan.matcherOf,
      linesIn: session.linesIn,
      findProduct: session.findProduct,
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
  readonly entry: CompiledPromotion<StepAct> | null
}

/** Phase 0: the first promotion by rank with a matching rung sets the regular price. Source: docs/pricing.md, price steps. */
function applySteps({ plan, order, admitted, leavesOut }: Session, product: Product): SteppedProduct {
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
    if (!isAdmitted(admission) || leavesOut(entry, product) || judgeWhen(entry, view) !== null) continue
    const price = entry.act.priceFor(product.sku, admission.rung)
    if (price !== null) return { priced: { ...product, regularPrice: price }, entry }
  }
  return { priced: product, entry: null }
}
