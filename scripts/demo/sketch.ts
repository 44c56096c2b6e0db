import type { PromotionDraft } from '@novalex/contract'

/** A promotion of the demo plan; its dates are days from the Monday of the week in which the demo starts. */
export interface Sketch {
  readonly name: string
  readonly campaign: string
  readonly days: readonly [from: number, until: number | null]
  /** Follows this occasion's dates instead. */
  readonly occasion?: string
  /** False: it is planned after the release, so the shop does not have it. */
  readonly isReleased?: false
  readonly rule: Pick<PromotionDraft, 'mechanic'> & Partial<PromotionDraft>
}
