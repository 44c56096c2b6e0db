import type { ProductListing } from '../terms/index.ts'

/** Nothing is known of a product beside its own prices. */
export const NO_LISTING: ProductListing = {
  rating: null,
  reviews: null,
  referencePrice: null,
  referenceSource: '',
  referenceOn: null,
}

export const MOST_STARS = 50
