import type { MinorUnits } from '../values/index.ts'

/** One selection of products: every given key must hold, the entries of a list are alternatives, `{}` is everything. */
export interface ReachKeys {
  readonly skus?: readonly string[]
  readonly categories?: readonly string[]
  readonly sets?: readonly string[]
  readonly tags?: readonly string[]
  readonly families?: readonly string[]
  readonly regularPrice?: { readonly from?: MinorUnits; readonly below?: MinorUnits }
}

/** Products in reach of a promotion. Source: docs/pricing.md, "Reach". */
export interface Reach extends ReachKeys {
  readonly except?: ReachKeys
}
