import { computeFloor } from '../catalogue/index.ts'
import { computeCover } from '../prices/index.ts'
import type { ChannelRules, Product, ProductListing, Store } from '../terms/index.ts'
import { keysOf, WHOLE, type BasisPoints, type Instant, type MinorUnits } from '../values/index.ts'
import type { FitFacts, FitRule, FitSeverity } from './channelFit.ts'

/** The lowest price before a promotion starts, with the moment or the order that proves it. */
export interface LowestPrice {
  readonly price: MinorUnits
  readonly at?: Instant
  readonly order?: string
}

/** A product with all that rules ask about it. */
export interface RatedProduct {
  readonly product: Product
  readonly store: Store
  readonly regular: MinorUnits
  readonly price: MinorUnits
  readonly reduction: BasisPoints
  /** The least that would be reported; null where the partner asks for none. */
  readonly leastPrice: MinorUnits | null
  readonly listing: ProductListing
  /** Null: not counted. */
  readonly stock: number | null
  /** In the last 30 days. */
  readonly sold: number
  /** Length of the promotion in days; null: without an end; `open`: it has no dates yet. */
  readonly days: number | null | 'open'
  /** Null: nothing is known of the days before. */
  readonly lowest: LowestPrice | null
  /** Another promotion in the channel on the product at the same time, by id. */
  readonly rival: string | null
}

/** What breaks a rule; null: nothing does. */
type Judge<V> = (asked: V, rated: RatedProduct) => FitFacts | null

interface PricedRule<R extends keyof ChannelRules> {
  readonly severity: FitSeverity
  /** Whether it is about the price of one unit. */
  readonly isPriced: boolean
  readonly judge: Judge<NonNullable<ChannelRules[R]>>
}

const below = (found: number | null, limit: number): FitFacts | null =>
  found !== null && found >= limit ? null : { limit, found }

const above = (found: number, limit: number): FitFacts | null => (found <= limit ? null : { limit, found })

/** With the share of a price that the limit comes from; a price that is not known breaks the rule. */
function ofPrice(
  price: MinorUnits | null,
  share: BasisPoints,
  judge: (limit: MinorUnits) => FitFacts | null,
  round = Math.floor,
): FitFacts | null {
  if (price === null) return { found: null, share }
  const facts = judge(round((price * share) / WHOLE))
  return facts && { ...facts, share }
}

/** Rules that are judged product by product. */
const PRODUCT_RULES: { readonly [R in keyof ChannelRules]?: PricedRule<R> } = {
  minReduction: { severity: 'refused', isPriced: true, judge: (limit, { reduction }) => below(reduction, limit) },
  showReduction: { severity: 'warned', isPriced: true, judge: (limit, { reduction }) => below(reduction, limit) },
  atMostOfRegular: {
    severity: 'refused',
    isPriced: true,
    judge: (share, { price, regular }) => ofPrice(regular, share, (limit) => above(price, limit)),
  },
  atMostOfReference: {
    severity: 'refused',
    isPriced: true,
    judge: (share, { price, listing }) => ofPrice(listing.referencePrice, share, (limit) => above(price, limit)),
  },
  atLeastOfReference: {
    severity: 'refused',
    isPriced: true,
    judge: (share, { price, listing }) =>
      ofPrice(listing.referencePrice, share, (limit) => below(price, limit), Math.ceil),
  },
  lowestBefore: {
    severity: 'refused',
    isPriced: true,
    judge: ({ days, counts, below: by }, { price, lowest }) => {
      if (lowest === null) return null
      // Below, not at: with no share to it, by one unit of the currency's least.
      const limit = Math.min(lowest.price - 1, shareOf(lowest.price, WHOLE - by))
      if (price <= limit) return null
      const { price: _lowest, ...proof } = lowest
      return { limit, found: price, days, counts, ...proof }
    },
  },
  leastPriceGap: {
    severity: 'refused',
    isPriced: true,
    judge: (_gap, { product, store, leastPrice }) => below(leastPrice, computeFloor(product, store)),
  },
  minRating: { severity: 'refused', isPriced: false, judge: (limit, { listing }) => below(listing.rating, limit) },
  minReviews: { severity: 'refused', isPriced: false, judge: (limit, { listing }) => below(listing.reviews, limit) },
  stockDays: {
    severity: 'refused',
    isPriced: false,
    judge: (asked, { stock, sold, days }) => {
      if (stock === null) return null
      const limit = asked === 'promotion' ? days : asked
      if (limit === 'open') return stock === 0 ? { limit: 0, found: 0 } : null
      if (stock === 0) return { limit: limit ?? 0, found: 0 }
      const cover = computeCover(stock, sold)
      if (cover === null) return null
      // Nothing lasts for a promotion that never ends.
      return limit === null ? { found: cover } : below(cover, limit)
    },
  },
  oneAtATime: {
    severity: 'refused',
    isPriced: false,
    judge: (_asked, { rival }) => (rival === null ? null : { name: rival }),
  },
}

/** Never rounded up: a price at most a share of another is. */
const shareOf = (price: MinorUnits, share: BasisPoints) => Math.floor((price * share) / WHOLE)

interface BrokenRule {
  readonly rule: FitRule
  readonly severity: FitSeverity
  readonly facts: FitFacts
}

const UNBROKEN: readonly BrokenRule[] = []
const UNMOVED: BrokenRule = { rule: 'lowersPrice', severity: 'refused', facts: {} }

/** Judges any number of products by the same rules: what each breaks. `isPriced`: whether their prices are checked. */
export function createProductJudge(
  rules: ChannelRules,
  isPriced: boolean,
): (rated: RatedProduct) => readonly BrokenRule[] {
  const asked = keysOf(rules).flatMap((rule) => {
    const own = PRODUCT_RULES[rule] as PricedRule<typeof rule> | undefined
    return own && rules[rule] !== undefined && (isPriced || !own.isPriced)
      ? [{ rule, own, judge: own.judge as Judge<unknown>, value: rules[rule] as unknown }]
      : []
  })
  return (rated) => {
    const isLowered = rated.price < rated.regular
    let broken: BrokenRule[] | null = isPriced && !isLowered ? [UNMOVED] : null
    for (const { rule, own, judge, value } of asked) {
      if (own.isPriced && !isLowered) continue
      const facts = judge(value, rated)
      if (facts) (broken ??= []).push({ rule, severity: own.severity, facts })
    }
    return broken ?? UNBROKEN
  }
}
