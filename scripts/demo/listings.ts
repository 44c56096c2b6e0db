import type { Instant, Product, ProductListing } from '../../core/src/index.ts'
import { DAY_MS, dateOf, toLocal } from '../../core/src/index.ts'
import { createRandom } from './random.ts'

const LOOKED_UP_DAYS = 45

/** Ratings of most products, and the manufacturer's prices of brushes, easels and presses. */
export function createDemoListings(
  products: readonly Pick<Product, 'sku' | 'regularPrice'>[],
  { now, zone, seed = 7 }: { readonly now: Instant; readonly zone: string; readonly seed?: number },
): (readonly [sku: string, listing: ProductListing])[] {
  const random = createRandom(seed)
  const referenceOn = dateOf(toLocal(now - LOOKED_UP_DAYS * DAY_MS, zone))
  return products.flatMap(({ sku, regularPrice }) => {
    const reviews = Math.floor(random() ** 3 * 400)
    const rating = 32 + Math.floor(random() * 18)
    const hasReference = /^(BRS|EST|PRT)-/.test(sku)
    if (reviews === 0 && !hasReference) return []
    const reference = {
      referencePrice: Math.ceil((regularPrice * (1.05 + random() * 0.15)) / 10) * 10,
      referenceSource: 'Manufacturer’s price list',
      referenceOn,
    }
    const none = { referencePrice: null, referenceSource: '', referenceOn: null }
    const listing = { rating: reviews === 0 ? null : rating, reviews, ...(hasReference ? reference : none) }
    return [[sku, listing] as const]
  })
}
