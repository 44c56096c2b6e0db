import type { Product } from '../../terms/index.ts'
import {
  countOf,
  dearestFirst,
  explainNothing,
  findTouchable,
  Ledger,
  nearerOf,
  settle,
  worthOn,
  type GiftLine,
  type Outcome,
  type Skip,
  type Taken,
  type Turn,
} from '../../units/index.ts'
import { timesOf } from '../shared/repeat.ts'
import type { BuyGet } from './definition.ts'

/** Adds the rewards to the cart, free, instead of taking them from it. Source: docs/pricing.md, gift. */
export function applyGift(turn: Turn, mechanic: BuyGet): Outcome {
  const pool = findTouchable(turn, mechanic.buy.reach).toSorted(dearestFirst)
  if (pool.length === 0) return { state: null, skip: explainNothing(turn, [mechanic.buy.reach]) }
  const run = new GiftRun(turn, mechanic)
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
  if (run.gifts.length === 0) return { state: null, skip: run.skip ?? { reason: 'not-enough-units' } }
  return settle(turn, run.ledger, {
    gifts: [...turn.state.gifts, ...run.gifts],
    further: run.skip,
    units: run.gifts.reduce((sum, { quantity }) => sum + quantity, 0),
  })
}

class GiftRun {
  readonly ledger = new Ledger()
  readonly gifts: GiftLine[] = []
  skip: Skip | null = null
  private readonly turn: Turn
  private readonly mechanic: BuyGet
  private unitsLeft: number
  private capLeft: number

  constructor(turn: Turn, mechanic: BuyGet) {
    this.turn = turn
    this.mechanic = mechanic
    this.unitsLeft = turn.offer.unitsLeft
    this.capLeft = turn.offer.cap
  }

  serve(pool: readonly Taken[], sku: string): void {
    const { view } = this.turn
    const product = view.findProduct(sku)
    if (!product) return
    const shelf = view.shelfPriceOf(product)
    const { filled, skip } = this.countBuys(pool)
    const { applications, quantity } = this.countGifts(filled, product, shelf)
    // Where stock or a limit cuts the gifts, more in the cart would bring none.
    const isCut = quantity < filled * this.mechanic.get.quantity
    const lack = isCut ? this.findCut(product, quantity, shelf) : skip
    if (lack) this.skip = nearerOf(this.skip, lack)
    if (applications === 0) return
    this.gifts.push({ promotion: this.turn.offer.entry.id, product, quantity, shelf })
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
  private countBuys(pool: readonly Taken[]): { filled: number; skip: Skip | null } {
    const { quantity, spend = 1 } = this.mechanic.buy
    const units = countOf(pool)
    const worth = worthOn(pool, 'shelf')
    const filled = quantity === undefined ? Math.floor(worth / spend) : Math.floor(units / quantity)
    const most = timesOf(this.mechanic.repeat)
    if (filled >= most) return { filled: most, skip: null }
    const skip: Skip =
      quantity === undefined
        ? { reason: 'not-enough-units', missingAmount: spend - (worth % spend) }
        : { reason: 'not-enough-units', missingUnits: quantity - (units % quantity) }
    return { filled, skip }
  }

  /** The limit that stops gifts after so many. */
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
    const { pieces, gifts } = this.turn.state
    const inCart = pieces.reduce((sum, { product, count }) => sum + (product.sku === sku ? count : 0), 0)
    const given = [...gifts, ...this.gifts].reduce(
      (sum, gift) => sum + (gift.product.sku === sku ? gift.quantity : 0),
      0,
    )
    return Math.max(0, stock - inCart - given)
  }
}
