import { findGoodsLimits } from '../conditions/index.ts'
import { definitionOf, reachesOf, type Mechanic, type Need, type Samples } from '../mechanics/index.ts'
import type { Promotion } from '../plan/index.ts'
import { compileOthers, computeQuote, createPlainOrder, toAlone, type CompiledPlan } from '../pricing/index.ts'
import type { CartLine, Order, Product, Reach } from '../terms/index.ts'
import { entriesOf, type MinorUnits } from '../values/index.ts'
import { createMeasure, findFewest, type Measure } from './edgeMeasure.ts'
import { findMostUnits, needsOf, needsOfCondition, sidesOf } from './edgeNeeds.ts'

/** A cart beside a limit of a promotion, ready to be priced. */
export interface EdgeCart {
  readonly limit: 'tier' | 'threshold' | 'quantity' | 'bundle' | 'band' | 'condition' | 'cap'
  readonly side: 'below' | 'at' | 'above'
  /** The limit itself: units, or money. */
  readonly at: number
  readonly lines: readonly CartLine[]
}

export interface EdgeOptions {
  /** The product that carts are made of wherever it fits. */
  readonly sku?: string
  /** When, where and for whom carts are valued, to know how many units a sum of money takes; a guest's order without it. */
  readonly order?: Order
}

/**
 * For each limit of a promotion (of its mechanic, of its condition's tests of the cart, of its price bands, and the most per order) the
 * smallest carts just below, at and above it. Each is made of one product of the reach, and of what else the promotion asks for, taken
 * from outside that reach where there is such a thing. No carts for what holds no limit or no product. Source: docs/pricing.md, "Phases".
 */
export function computeEdgeCarts(promotion: Promotion, plan: CompiledPlan, options: EdgeOptions = {}): EdgeCart[] {
  const { mechanic, when } = promotion
  const maker = new CartMaker(promotion, plan, options)
  const conditions = needsOfCondition(when)
  const most = findMostUnits(when)
  return [
    ...definitionOf(mechanic)
      .limits(mechanic, maker)
      .flatMap(({ others = [], ...limit }) => maker.around({ ...limit, others: [...others, ...conditions] })),
    ...findGoodsLimits(when).flatMap(({ need }) => {
      if (most !== undefined && need.money !== undefined) return maker.beside(need, most, mechanic)
      const others = needsOf(promotion).filter(({ reach }) => reach !== need.reach)
      const [wish] = reachesOf(mechanic)
      const sample = most === undefined ? undefined : maker.findWorth(others, most, mechanic)
      return maker.around({ limit: 'condition', need, others, wish, sample })
    }),
    ...computeBandEdges(promotion, plan),
    ...computeCapEdges(promotion, plan, maker),
  ]
}

interface Limit {
  readonly limit: EdgeCart['limit']
  readonly need: Need
  /** Other requirements of the promotion. */
  readonly others: readonly Need[]
  /** Units that every cart holds on top. */
  readonly extra?: number
  /** Reach that should also contain the product, if any does. */
  readonly wish?: Reach | undefined
  /** The product, if it is known. */
  readonly sample?: Product | undefined
}

interface Preference {
  readonly wish?: Reach | undefined
  /** Reaches that must not contain it. */
  readonly apart?: Reach
}

class CartMaker implements Samples {
  private readonly plan: CompiledPlan
  private readonly sku: string | undefined
  private readonly measure: Measure

  constructor(promotion: Promotion, plan: CompiledPlan, { sku, order = createPlainOrder([]) }: EdgeOptions) {
    this.plan = plan
    this.sku = sku
    this.measure = createMeasure(promotion, plan, order)
  }

  readonly isIn = (reach: Reach, product: Product): boolean => {
    return this.plan.matcherOf(reach)(product, product.regularPrice)
  }

  /**
   * The product given, if it fits, else the first in the catalogue that does; before these one that lies in the reach that is wished for
   * too, and among equals one that hits a sum of money exactly.
   */
  readonly findSample = ({ reach, money }: Need, { apart, wish }: Preference = {}): Product | undefined => {
    const { products, bySku } = this.plan.catalogue
    const given = this.sku === undefined ? undefined : bySku.get(this.sku)
    const fits = (one: Product) => one.regularPrice > 0 && this.isIn(reach, one) && !(apart && this.isIn(apart, one))
    const hits = (one: Product) => money === undefined || isFewTimes(money, one.regularPrice)
    const find = (isFit: (one: Product) => boolean) => {
      if (given && isFit(given) && hits(given)) return given
      const exact = money === undefined ? undefined : products.find((one) => hits(one) && isFit(one))
      return exact ?? (given && isFit(given) ? given : products.find(isFit))
    }
    return (wish && find((one) => fits(one) && this.isIn(wish, one))) ?? find(fits)
  }

  /** So many units of the products that come to a little less than a sum, to the sum, and to a little more: where a cart may hold no more units. */
  beside(need: Need, units: number, mechanic: Mechanic): EdgeCart[] {
    const { money = 0, basis = 'regular' } = need
    const worths = this.findNear(need, units, mechanic).map((product) => {
      return { product, worth: this.measure.worth(product, units, basis) }
    })
    const sides = {
      below: worths.filter(({ worth }) => worth < money),
      at: worths.filter(({ worth }) => worth === money),
      above: worths.filter(({ worth }) => worth > money),
    }
    return entriesOf(sides).flatMap(([side, found]): EdgeCart[] => {
      const [best] = found.sort((a, b) => Math.abs(a.worth - money) - Math.abs(b.worth - money))
      return best ? [{ limit: 'condition', side, at: money, lines: [{ sku: best.product.sku, quantity: units }] }] : []
    })
  }

  /** The cheapest product of which so many units, or one less, are worth what is needed in money; undefined where nothing is needed. */
  findWorth(needs: readonly Need[], units: number, mechanic: Mechanic): Product | undefined {
    const need = needs.find(({ money }) => money !== undefined)
    if (!need) return undefined
    const { money = 0, basis = 'regular' } = need
    for (const count of [units - 1, units]) {
      const enough = this.findNear(need, Math.max(1, count), mechanic)
        .filter((product) => this.measure.worth(product, Math.max(1, count), basis) >= money)
        .sort((a, b) => a.regularPrice - b.regularPrice)
      if (enough[0]) return enough[0]
    }
    return undefined
  }

  /** Of the products that a need and the mechanic reach, those of which so many units come nearest to the sum at regular prices, and the most expensive. */
  private findNear({ reach, money = 0 }: Need, units: number, mechanic: Mechanic): Product[] {
    const reaches = reachesOf(mechanic)
    const isReached = (one: Product) => reaches.length === 0 || reaches.some((own) => this.isIn(own, one))
    const products = this.plan.catalogue.products
      .filter((one) => one.regularPrice > 0 && this.isIn(reach, one) && isReached(one))
      .sort((a, b) => a.regularPrice - b.regularPrice)
    const from = products.findIndex(({ regularPrice }) => regularPrice * units >= money)
    const middle = from < 0 ? products.length : from
    return [...new Set([...products.slice(Math.max(0, middle - NEAR), middle + NEAR), ...products.slice(-1)])]
  }

  around({ limit, need, others, extra = 0, wish, sample = this.findSample(need, { wish }) }: Limit): EdgeCart[] {
    const reached = sample && this.countUnits(need, sample)
    if (!sample || reached === undefined) return []
    const units = reached + extra
    const rest = this.accompany(need, { sku: sample.sku, quantity: units }, others)
    const at = need.money ?? need.units!
    return sidesOf(units, 1).map(({ side, figure }) => {
      return { limit, side, at, lines: [{ sku: sample.sku, quantity: figure }, ...rest] }
    })
  }

  /** The fewest units of a product that fill a need. */
  private countUnits({ units, money = 0, basis = 'regular' }: Need, product: Product): number | undefined {
    return units ?? this.measure.countFor(money, product, basis)
  }

  /** Units missing for other needs, from products outside the reach being tested. */
  private accompany(own: Need, line: CartLine, others: readonly Need[]): CartLine[] {
    const lines = [line]
    for (const need of others) {
      if (this.isFilled(need, lines)) continue
      const product = this.findSample(need, { apart: own.reach })
      const quantity = product && this.countUnits(need, product)
      const isThere = lines.some(({ sku }) => sku === product?.sku)
      if (product && quantity !== undefined && !isThere) lines.push({ sku: product.sku, quantity })
    }
    return lines.slice(1)
  }

  private isFilled({ reach, units, money = 0, basis = 'regular' }: Need, lines: readonly CartLine[]): boolean {
    const own = lines.flatMap(({ sku, quantity }) => {
      const product = this.plan.getProduct(sku)
      return this.isIn(reach, product) ? [{ product, quantity }] : []
    })
    if (units !== undefined) return own.reduce((sum, { quantity }) => sum + quantity, 0) >= units
    return own.reduce((sum, { product, quantity }) => sum + this.measure.worth(product, quantity, basis), 0) >= money
  }
}

/** Whether a few units of a price come to a sum exactly. */
function isFewTimes(money: MinorUnits, price: MinorUnits): boolean {
  return money % price === 0 && money <= price * FEW
}

const FEW = 20
/** So many products on either side of a sum are priced. */
const NEAR = 12

/** The products whose regular prices lie nearest below, at and above each limit of a band or of a reach by price. */
function computeBandEdges({ mechanic }: Promotion, plan: CompiledPlan): EdgeCart[] {
  const ownLimits = definitionOf(mechanic).priceLimits?.(mechanic) ?? []
  return reachesOf(mechanic).flatMap((reach) => {
    const { regularPrice = {}, ...anyPrice } = reach
    const limits = [...ownLimits, regularPrice.from, regularPrice.below]
    const matches = plan.matcherOf(anyPrice)
    const reached = plan.catalogue.products.filter((product) => matches(product, product.regularPrice))
    const isPrice = (limit: number | undefined): limit is number => limit !== undefined && limit > 0
    return [...new Set(limits.filter(isPrice))].flatMap((at) => nearest(reached, at))
  })
}

function nearest(products: readonly Product[], at: MinorUnits): EdgeCart[] {
  const best: Partial<Record<EdgeCart['side'], Product>> = {}
  for (const product of products) {
    const { regularPrice: price } = product
    const side = price < at ? 'below' : price === at ? 'at' : 'above'
    const known = best[side]
    if (!known || Math.abs(price - at) < Math.abs(known.regularPrice - at)) best[side] = product
  }
  return (['below', 'at', 'above'] as const).flatMap((side): EdgeCart[] => {
    const product = best[side]
    return product ? [{ limit: 'band', side, at, lines: [{ sku: product.sku, quantity: 1 }] }] : []
  })
}

/** The fewest units for which the promotion, by itself and without its cap, takes off (or adds) as much as the cap allows. */
function computeCapEdges(promotion: Promotion, plan: CompiledPlan, maker: CartMaker): EdgeCart[] {
  const cap = promotion.limits.perOrder
  const [reach] = reachesOf(promotion.mechanic)
  const sample = cap == null || !reach ? undefined : maker.findSample({ reach })
  if (cap == null || !reach || !sample) return []
  const free = compileOthers(plan, [{ ...toAlone(promotion), limits: {}, ladder: null }], [sample])
  const units = findFewest((quantity) => {
    const { saved, surcharges } = computeQuote(free, createPlainOrder([{ sku: sample.sku, quantity }])).totals
    return saved + surcharges >= cap
  })
  if (units === undefined) return []
  return maker.around({ limit: 'cap', need: { reach, units }, others: [] }).map((edge) => ({ ...edge, at: cap }))
}
