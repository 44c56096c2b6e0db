import type { SetContent } from '../catalogue/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { LocalDateTime } from '../values/index.ts'
import type { Flag, Store } from '../terms/index.ts'

/** A product set of a plan. */
export interface PlanSet {
  readonly id: string
  readonly name: string
  readonly content: SetContent
}

/** An occasion whose dates promotions follow; without dates while they are open. */
export interface PlanOccasion {
  readonly id: string
  readonly name: string
  readonly dates: { readonly start: LocalDateTime; readonly end: LocalDateTime } | null
  /** Absent: none. */
  readonly flag?: Flag
}

/** A whole plan as a release keeps it. */
export interface PlanContent {
  readonly store: Store
  readonly promotions: readonly Promotion[]
  readonly sets: readonly PlanSet[]
  /** The occasions that promotions of the plan follow. */
  readonly occasions: readonly PlanOccasion[]
  /** The occasion of each promotion that follows one, by the promotion's id. */
  readonly follows: Readonly<Record<string, string>>
}
