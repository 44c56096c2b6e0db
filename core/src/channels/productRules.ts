import { computeFloor } from '../catalogue/index.ts'
import { computeCover } from '../prices/index.ts'
import type { ChannelRules, Product, ProductListing, Store } from '../terms/index.ts'
import { WHOLE, type BasisPoints, type Instant, type MinorUnits } from '../values/index.ts'
import type { FitFacts, FitRule, FitSeverity } from './channelFit.ts'
import { computeLeastPrice } from './leastPrice.ts'

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

const below = (found: number | null, limit: number, facts: FitFacts = {}): FitFacts | null =>
  found !== null && found >= limit ? null : { limit, found, ...facts }

const above = (found: number, limit: number, facts: FitFacts): FitFacts | null =>
  found <= limit ? null : { limit, found, ...facts }

/** Rules that are judged product by product. */
const PRODUCT_RULES: { readonly [R in keyof ChannelRules]?: PricedRule<R> } = {
  minReduction: { severity: 'refused', isPriced: true, judge: (limit, { reduction }) => below(reduction, limit) },
  showReduction: { severity: 'warned', isPriced: true, judge: (limit, { reduction }) => below(reduction, limit) },
  atMostOfRegular: {
    severity: 'refused',
    isPriced: true,
    judge: (share, { price, regular }) => above(price, shareOf(regular, share), { share }),
  },
  atMostOfReference: {
    severity: 'refused',
    isPriced: true,
    judge: (share, { price, listing: { referencePrice } }) =>
      referencePrice === null ? { found: null, share } : above(price, shareOf(referencePrice, share), { share }),
  },
  atLeastOfReference: {
    severity: 'refused',
    isPriced: true,
    judge: (share, { price, listing: { referencePrice } }) =>
      referencePrice === null
        ? { found: null, share }
        : below(price, Math.ceil((referencePrice * share) / WHOLE), { share }),
  },
  lowestBefore: {
    severity: 'refused',
    isPriced: true,
    judge: ({ days, counts, below: by }, { price, lowest }) => {
      if (lowest === null) return null
      // Below, not at: with no share to it, by one unit of the currency's least.
      const limit = Math.min(lowest.price - 1, shareOf(lowest.price, WHOLE - by))
      const { at, order } = lowest
      return above(price, limit, {
        days,
        counts,
        ...(at === undefined ? {} : { at }),
        ...(order === undefined ? {} : { order }),
      })
    },
  },
  leastPriceGap: {
    severity: 'refused',
    isPriced: true,
    judge: (gap, { product, store, regular, reduction }) => {
      const least = computeLeastPrice(regular, reduction, gap)
      return below(least, computeFloor(product, store))
    },
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

/** The rules that a product breaks. `isPriced`: whether its price is checked. */
export function judgeProduct(
  rules: ChannelRules,
  rated: RatedProduct,
  isPriced: boolean,
): { readonly rule: FitRule; readonly severity: FitSeverity; readonly facts: FitFacts }[] {
  const isLowered = rated.price < rated.regular
  const unmoved = isPriced && !isLowered ? [{ rule: 'lowersPrice', severity: 'refused', facts: {} } as const] : []
  const broken = Object.entries(rules).flatMap(([name, asked]) => {
    const rule = name as keyof ChannelRules
    const own = PRODUCT_RULES[rule] as PricedRule<typeof rule> | undefined
    if (!own || asked === undefined || (own.isPriced && !(isPriced && isLowered))) return []
    const facts = (own.judge as Judge<unknown>)(asked, rated)
    return facts ? [{ rule, severity: own.severity, facts }] : []
  })
  return [...unmoved, ...broken]
}
