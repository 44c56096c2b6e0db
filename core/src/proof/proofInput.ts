import type { CompiledPlan, CompiledPromotion } from '../pricing/index.ts'
import type { ChannelQuestion, LowestPrice } from '../channels/index.ts'
import type { Cart, Delivery, Facts, PartnerTerms, ProductListing, Store } from '../terms/index.ts'
import { LONGEST_SALE_DAYS } from '../prices/index.ts'
import { PRIOR_DAYS, type HistorySpan } from '../time/index.ts'
import { DAY_MS, type BasisPoints, type Instant, type LocalDateTime, type MinorUnits } from '../values/index.ts'
import type { Wording } from './wording.ts'

/** From when on a plan deserves a look. */
export interface Thresholds {
  /** The least that must be left over cost, on top of it. */
  readonly margin: BasisPoints
  /** More than this off the regular price. */
  readonly reduction: BasisPoints
  /** The least reduction that is worth showing. */
  readonly smallest: BasisPoints
  /** How many days a promotion may run without an end. */
  readonly noEndDays: number
  /** How many days before it is likely to begin an occasion should have its dates. */
  readonly openDays: number
  /** How many days a promotion should last at most. */
  readonly longestDays: number
  readonly priorDays: number
}

export const DEFAULT_ALARM = { margin: 0, reduction: 5000, smallest: 500, noEndDays: 30, openDays: 14 } as const

export function thresholdsOf({ alarm, longestSaleDays, priorDays }: Store): Thresholds {
  return {
    ...DEFAULT_ALARM,
    ...alarm,
    longestDays: longestSaleDays ?? LONGEST_SALE_DAYS,
    priorDays: priorDays ?? PRIOR_DAYS,
  }
}

interface ProofOccasion {
  readonly id: string
  readonly dates: { readonly start: LocalDateTime; readonly end: LocalDateTime } | null
  /** The day on which it is likely to begin, while its dates are open: `YYYY-MM-DD`. */
  readonly estimate: string | null
}

interface ProofTestCart {
  readonly id: string
  readonly name: string
  /** Null: now. */
  readonly at: Instant | null
  readonly cart: Cart
  /** Null: only watched. */
  readonly expected: MinorUnits | null
}

/** The store's partner channels, with all that their rules ask about besides. */
interface ProofChannels {
  readonly partners: readonly {
    readonly id: string
    readonly terms: PartnerTerms
    /** The lowest price before the start of each promotion whose rules ask for it, by promotion and SKU. */
    readonly lowest: ReadonlyMap<string, ReadonlyMap<string, LowestPrice>>
  }[]
  readonly listings: ReadonlyMap<string, ProductListing>
  readonly format: ChannelQuestion['format']
}

/** All that a plan is checked with. */
export interface ProofInput {
  readonly plan: CompiledPlan
  readonly now: Instant
  /** Usage so far. */
  readonly facts: Facts
  /** The plan that the shop follows; null where it is not compared with. */
  readonly live: CompiledPlan | null
  /** The channel that a guest comes by. */
  readonly channel: string
  /** The ways of delivery, with their prices. */
  readonly deliveries: readonly Delivery[]
  /** What conditions may name: the groups and tags that shoppers have, audiences, shoppers by id, and channels. */
  readonly there: Readonly<Record<'groups' | 'tags' | 'audiences' | 'id' | 'channel', Pick<ReadonlySet<string>, 'has'>>>
  /** Stock of each counted product. */
  readonly stock: ReadonlyMap<string, number>
  /** Units sold in the last 30 days. */
  readonly sold: ReadonlyMap<string, number>
  /** Price history of products, oldest first. Products without one may be omitted. */
  readonly past: ReadonlyMap<string, readonly HistorySpan[]>
  readonly occasions: readonly ProofOccasion[]
  /** The occasion that a promotion follows, by its id. */
  readonly follows: Readonly<Record<string, string>>
  /** How many codes of a promotion's batches were made, and are open. */
  readonly codes: Readonly<Record<string, { readonly made: number; readonly open: number }>>
  readonly testCarts: readonly ProofTestCart[]
  /** Absent: partners are not looked at. */
  readonly channels?: ProofChannels
  /** The language of what shoppers read. */
  readonly wording: Wording
}

/** Nothing is looked for later than this. */
const FURTHEST_MS = 400 * DAY_MS

/** From `now` until the last instant that is looked at. */
export function horizonOf({ now }: Pick<ProofInput, 'now'>): Instant {
  return now + FURTHEST_MS
}

/** Whether a promotion will do anything, or does: ready, with dates, not over. */
function isToCome({ promotion, schedule }: CompiledPromotion, { now }: Pick<ProofInput, 'now'>): boolean {
  return promotion.state === 'ready' && schedule.end > now && schedule.start < horizonOf({ now })
}

/** Those of the plan that are to come or run, by rank. */
export function findToCome(input: ProofInput): readonly CompiledPromotion[] {
  return input.plan.promotions.filter((entry) => isToCome(entry, input))
}
