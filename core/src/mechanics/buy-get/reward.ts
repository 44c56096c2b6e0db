import type { Value } from '../../terms/index.ts'
import {
  addSpread,
  cheapestFirst,
  computeUnitCut,
  countOf,
  dearestFirst,
  explainNothing,
  findTouchable,
  isFree,
  isOnce,
  Ledger,
  nearerOf,
  settle,
  type Outcome,
  type Skip,
  type Taken,
  type Turn,
} from '../../units/index.ts'
import { timesOf } from '../shared/repeat.ts'
import type { BuyGet } from './definition.ts'

/** Units of one serving: of one SKU, or all. */
interface Serving {
  readonly buys: readonly Taken[]
  readonly gets: readonly Taken[]
}

/**
 * Buys and rewards from the cart, application by application; those that are alike are made at once.
 * Source: docs/pricing.md, buy and get.
 */
export function applyReward(turn: Turn, mechanic: BuyGet): Outcome {
  const { offer } = turn
  const value = offer.rung ?? mechanic.get.value
  const all = findTouchable(turn, mechanic.buy.reach)
  if (all.length === 0) return { state: null, skip: explainNothing(turn, [mechanic.buy.reach]) }
  const run = new BuyGetRun(turn, mechanic, value)
  for (const serving of createServings(turn, mechanic, all)) run.serve(serving)
  if (run.applications === 0) return { state: null, skip: run.skip ?? { reason: 'not-enough-units' } }
  return settle(turn, run.ledger, { further: run.skip, units: run.rewarded })
}

function createServings(turn: Turn, { get }: BuyGet, all: readonly Taken[]): Serving[] {
  if (!get.sameSku) return [{ buys: all, gets: findTouchable(turn, get.reach ?? null) }]
  const skus = new Set(all.map(({ piece }) => piece.product.sku))
  return [...skus].map((sku) => {
    const own = all.filter(({ piece }) => piece.product.sku === sku)
    return { buys: own, gets: own }
  })
}

/** Shortfall of an application; 0 or less: none. */
interface Lack {
  readonly units: number
  readonly money: number
}

class BuyGetRun {
  readonly ledger = new Ledger()
  applications = 0
  /** Units that it rewarded. */
  rewarded = 0
  /** Reason for no first or further application; of several servings, the smallest shortfall. */
  skip: Skip | null = null
  private readonly used = new Map<number, number>()
  private readonly turn: Turn
  private readonly mechanic: BuyGet
  private readonly value: Value
  private unitsLeft: number

  constructor(turn: Turn, mechanic: BuyGet, value: Value) {
    this.turn = turn
    this.mechanic = mechanic
    this.value = value
    this.unitsLeft = turn.offer.unitsLeft
  }

  serve({ buys, gets }: Serving): void {
    const { view } = this.turn
    const { get, pick, repeat } = this.mechanic
    const lines = get.reach === undefined ? [] : view.linesIn(get.reach)
    const isInGet = ({ piece }: Taken) => get.sameSku === true || lines[piece.line] === true
    const buyOrder = buys.toSorted((a, b) => Number(isInGet(a)) - Number(isInGet(b)) || dearestFirst(a, b))
    const getOrder = gets
      .filter((taken) => this.cutOf(taken) > 0)
      .sort(pick === 'dearest' ? dearestFirst : cheapestFirst)
    for (let left = timesOf(repeat); left > 0;) {
      const { bought, lack } = this.takeBuys(buyOrder)
      const rewards = this.takeRewards(getOrder, bought)
      const count = countOf(rewards)
      const skip = this.judge(lack, count)
      if (skip) {
        this.skip = nearerOf(this.skip, skip)
        return
      }
      const times = this.countAlike([...bought, ...rewards], Math.min(left, Math.floor(this.unitsLeft / count)))
      this.apply(bought, rewards, times)
      left -= times
      this.unitsLeft -= times * count
    }
  }

  private free({ at, piece }: Taken): number {
    return piece.count - (this.used.get(at) ?? 0)
  }

  private floorOf({ piece }: Taken): number {
    return isFree(this.value) ? 0 : piece.floor
  }

  /** Reduction of one unit; for an amount per order, whether it has any effect. */
  private cutOf(taken: Taken): number {
    const { piece } = taken
    const floor = this.floorOf(taken)
    return isOnce(this.value) ? Math.max(0, piece.current - floor) : computeUnitCut(this.value, { ...piece, floor })
  }

  private judge({ units, money }: Lack, rewards: number): Skip | null {
    if (money > 0) return { reason: 'not-enough-units', missingAmount: money }
    const missingUnits = units + (rewards === 0 ? 1 : 0)
    if (missingUnits > 0) return { reason: 'not-enough-units', missingUnits }
    return rewards > this.unitsLeft ? { reason: 'units-gone', left: this.unitsLeft, needed: rewards } : null
  }

  private takeBuys(order: readonly Taken[]): { bought: Taken[]; lack: Lack } {
    const { quantity, spend = 0 } = this.mechanic.buy
    const bought: Taken[] = []
    let units = quantity ?? Infinity
    let money = quantity === undefined ? spend : Infinity
    for (const one of order) {
      if (units <= 0 || money <= 0) break
      const free = this.free(one)
      if (free === 0) continue
      const { shelf } = one.piece
      const count = Math.min(free, units, shelf > 0 ? Math.ceil(money / shelf) : free)
      bought.push({ ...one, count })
      units -= count
      money -= count * shelf
    }
    return { bought, lack: quantity === undefined ? { units: 0, money } : { units, money: 0 } }
  }

  private takeRewards(order: readonly Taken[], bought: readonly Taken[]): Taken[] {
    const taken: Taken[] = []
    let wanted = this.mechanic.get.quantity
    for (const one of order) {
      const reserved = bought.find(({ at }) => at === one.at)?.count ?? 0
      const count = Math.min(this.free(one) - reserved, wanted)
      if (count <= 0) continue
      taken.push({ ...one, count })
      wanted -= count
      if (wanted === 0) break
    }
    return taken
  }

  /** How many applications in a row take the same numbers from the same pieces. */
  private countAlike(taken: readonly Taken[], max: number): number {
    const perPiece = new Map<number, number>()
    for (const { at, count } of taken) perPiece.set(at, (perPiece.get(at) ?? 0) + count)
    return taken.reduce((least, one) => Math.min(least, Math.floor(this.free(one) / perPiece.get(one.at)!)), max)
  }

  private apply(bought: readonly Taken[], rewards: readonly Taken[], times: number): void {
    this.applications += times
    this.rewarded += countOf(rewards) * times
    for (const { at, count } of bought) this.ledger.add(at, { count: count * times, cut: 0, isTouched: true })
    if (isOnce(this.value)) {
      const shares = rewards
        .toSorted((a, b) => a.at - b.at)
        .map((one) => ({ at: one.at, count: one.count, weight: one.piece.current, room: this.cutOf(one) }))
      addSpread(this.ledger, this.value.amount, shares, { times })
    } else {
      for (const one of rewards) this.ledger.reduce({ ...one, count: one.count * times }, this.value, this.floorOf(one))
    }
    for (const { at, count } of [...bought, ...rewards]) this.used.set(at, (this.used.get(at) ?? 0) + count * times)
  }
}
