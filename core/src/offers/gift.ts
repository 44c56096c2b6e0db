import type { BuyGet, Product } from '../plan.ts'
import { computeShelfBefore } from '../shelfPhase.ts'
import type { Skip } from '../skip.ts'
import { timesOf } from './buyGet.ts'
import {
  countOf,
  dearestFirst,
  explainNothing,
  findTouchable,
  Ledger,
  nearerOf,
  settle,
  type GiftLine,
  type OfferContext,
  type Outcome,
  type Taken,
} from './offer.ts'

/** Adds the rewards to the cart, free, instead of taking them from it. Source: docs/pricing.md, gift. */
export function applyGift(context: OfferContext, mechanic: BuyGet): Outcome {
  const pool = findTouchable(context, mechanic.buy.reach).toSorted(dearestFirst)
  if (pool.length === 0) return { state: null, miss: explainNothing(context, [mechanic.buy.reach]) }
  const run = new GiftRun(context, mechanic)
  if (mechanic.get.sameSku) {
    const inCartOrder = pool.toSorted((a, b) => a.at - b.at)
    for (const sku of new Set(inCartOrder.map(({ piece }) => piece.product.sku))) {
      run.serve(
        pool.filter(({ piece }) => piece.product.sku === sku),
        sku,
      )
    }
  } else {
    run.serve(pool, mechanic.get.reach?.skus?.[0] ?? '')
  }
  if (run.gifts.length === 0) return { state: null, miss: run.miss ?? { reason: 'not-enough-units' } }
  return settle(context, run.ledger, { gifts: [...context.state.gifts, ...run.gifts], further: run.miss })
}

class GiftRun {
  readonly ledger = new Ledger()
  readonly gifts: GiftLine[] = []
  miss: Skip | null = null
  private readonly context: OfferContext
  private readonly mechanic: BuyGet
  private unitsLeft: number
  private capLeft: number

  constructor(context: OfferContext, mechanic: BuyGet) {
    this.context = context
    this.mechanic = mechanic
    this.unitsLeft = context.offer.unitsLeft
    this.capLeft = context.offer.cap
  }

  serve(pool: readonly Taken[], sku: string): void {
    const { session } = this.context
    const found = session.plan.catalogue.bySku.get(sku)
    if (!found) return
    const product = session.priced(found)
    const shelf = computeShelfBefore(session, product).price
    const { filled, miss } = this.countBuys(pool)
    const { applications, quantity } = this.countGifts(filled, product, shelf)
    // Where stock or a limit cuts the gifts, more in the cart would bring none.
    const isCut = quantity < filled * this.mechanic.get.quantity
    const lack = isCut ? this.findCut(product, quantity, shelf) : miss
    if (lack) this.miss = nearerOf(this.miss, lack)
    if (applications === 0) return
    this.gifts.push({ promotion: this.context.offer.entry.promotion.id, product, quantity, shelf })
    this.unitsLeft -= quantity
    this.capLeft -= quantity * shelf
    let left = this.mechanic.buy.quantity === undefined ? Infinity : applications * this.mechanic.buy.quantity
    for (const { at, count } of pool) {
      const used = Math.min(count, left)
      left -= used
      this.ledger.add(at, { count: used, cut: 0, isTouched: true })
    }
  }

  /** How often the bought units fill the condition, and what they lack for once more. */
  private countBuys(pool: readonly Taken[]): { filled: number; miss: Skip | null } {
    const { quantity, spend = 1 } = this.mechanic.buy
    const units = countOf(pool)
    const worth = pool.reduce((sum, { piece, count }) => sum + piece.shelf * count, 0)
    const filled = quantity === undefined ? Math.floor(worth / spend) : Math.floor(units / quantity)
    const most = timesOf(this.mechanic.repeat)
    if (filled >= most) return { filled: most, miss: null }
    const miss: Skip =
      quantity === undefined
        ? { reason: 'not-enough-units', missingAmount: spend - (worth % spend) }
        : { reason: 'not-enough-units', missingUnits: quantity - (units % quantity) }
    return { filled, miss }
  }

  /** Which limit ends the gifts after so many. */
  private findCut(product: Product, quantity: number, shelf: number): Skip {
    const each = this.mechanic.get.quantity
    const next = Math.min(each, this.stockLeft(product) - quantity)
    if (next <= 0) return { reason: 'units-gone', left: 0, needed: each }
    if (next > this.unitsLeft - quantity) {
      return { reason: 'units-gone', left: this.unitsLeft - quantity, needed: next }
    }
    return { reason: 'budget-gone', left: this.capLeft - quantity * shelf, needed: next * shelf }
  }

  /** Whole applications, and a last one with what stock is left, as far as limits allow. */
  private countGifts(
    applications: number,
    product: Product,
    shelf: number,
  ): { applications: number; quantity: number } {
    const each = this.mechanic.get.quantity
    const stock = this.stockLeft(product)
    const fits = (room: number, size: number) => (size > 0 ? Math.floor(room / size) : Infinity)
    const whole = Math.min(
      applications,
      fits(stock, each),
      fits(this.unitsLeft, each),
      fits(this.capLeft, each * shelf),
    )
    const rest = Math.min(stock - whole * each, each)
    const isLastPossible =
      whole < applications &&
      rest > 0 &&
      rest < each &&
      rest <= this.unitsLeft - whole * each &&
      rest * shelf <= this.capLeft - whole * each * shelf
    return isLastPossible
      ? { applications: whole + 1, quantity: whole * each + rest }
      : { applications: whole, quantity: whole * each }
  }

  /** The stock that the cart and earlier gifts leave. */
  private stockLeft({ sku, stock }: Product): number {
    if (stock === null) return Infinity
    const { pieces, gifts } = this.context.state
    const inCart = pieces.reduce((sum, { product, count }) => sum + (product.sku === sku ? count : 0), 0)
    const given = [...gifts, ...this.gifts].reduce(
      (sum, gift) => sum + (gift.product.sku === sku ? gift.quantity : 0),
      0,
    )
    return Math.max(0, stock - inCart - given)
  }
}
