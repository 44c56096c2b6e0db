import type { PromotionRecord } from '@novalex/contract'

/** Something that calls for one act. */
export interface ActionItem {
  readonly key: string
  readonly sentence: string
  readonly isGrave: boolean
  readonly act: { readonly title: string; readonly to: string } | null
  /** The promotion whose end may be moved from here. */
  readonly extends: PromotionRecord | null
  /** Takes it off the list. */
  readonly dismiss?: () => unknown
}
