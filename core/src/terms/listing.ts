import type { MinorUnits } from '../values/index.ts'

/** What is said of a product beside its own prices: by its buyers, and as a price that others name. No part of a plan. */
export interface ProductListing {
  /** Average of its reviews in tenths of a star, 0 to 50. */
  readonly rating: number | null
  readonly reviews: number | null
  /** A price that was not charged here, such as the manufacturer's. */
  readonly referencePrice: MinorUnits | null
  /** Where the reference price comes from. */
  readonly referenceSource: string
  /** The day on which it was looked up, `YYYY-MM-DD`. */
  readonly referenceOn: string | null
}
