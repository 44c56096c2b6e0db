import type { Mechanic } from '../mechanics/index.ts'
import type {
  Catalogue,
  Condition,
  Display,
  Flag,
  Ladder,
  Limits,
  PartnerTarget,
  PromotionState,
  Schedule,
  Stacking,
  Store,
} from '../terms/index.ts'

export interface Promotion {
  readonly id: string
  readonly name: string
  /** The order in which promotions are tried; 1 is first; unique within a plan. */
  readonly rank: number
  readonly state: PromotionState
  readonly schedule: Schedule
  /** Null: by itself. One shared code, or codes of a batch. */
  readonly code: { readonly text: string } | { readonly batch: true } | null
  readonly when: Condition | null
  readonly mechanic: Mechanic
  /** Absent in the phases that take no part in stacking: 0, 4 and 5. */
  readonly stacking?: Stacking
  readonly limits: Limits
  readonly ladder: Ladder | null
  readonly display?: Display
  /** The partner channels that it goes to; the own channels have it unless its condition says otherwise. */
  readonly partners?: readonly PartnerTarget[]
}

/** Everything a price depends on besides the order: what `compilePlan` takes. */
export interface PricingBase {
  readonly store: Store
  readonly catalogue: Catalogue
  readonly promotions: readonly Promotion[]
  /** The store's partner channels, by id. Absent: none. */
  readonly partners?: readonly string[]
  /** The flag of the occasion that a promotion follows, by the promotion's id; those without are absent. */
  readonly flags?: ReadonlyMap<string, Flag>
}
