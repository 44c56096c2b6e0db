import { categoryPath } from '../catalogue/index.ts'
import { formatAmount, toOffsetIso } from '../values/index.ts'
import type { FeedPlace } from './feedColumns.ts'
import type { FeedItem } from './feedItem.ts'

/** The vocabulary of schema.org, an open standard; nothing is loaded from there. */
export const FEED_CONTEXT = 'https://schema.org'

/** A product with its offer in JSON-LD: the price, and each reduced price with the time for which it holds. */
export function toFeedJsonLd(
  { product, price, periods, stock, listing }: FeedItem,
  { currency, zone, catalogue, link }: FeedPlace,
): Record<string, unknown> {
  const url = link.replaceAll('{sku}', encodeURIComponent(product.sku))
  const { rating, reviews } = listing
  const money = (amount: number) => ({ price: formatAmount(amount), priceCurrency: currency })
  const rated =
    rating === null || !reviews
      ? {}
      : { aggregateRating: { '@type': 'AggregateRating', ratingValue: (rating / 10).toFixed(1), reviewCount: reviews } }
  return {
    '@type': 'Product',
    '@id': url,
    sku: product.sku,
    name: product.name,
    category: product.categories.map((id) => categoryPath(catalogue.categories, id).join(' > ')),
    url,
    ...rated,
    offers: {
      '@type': 'Offer',
      url,
      ...money(price),
      availability: `${FEED_CONTEXT}/${stock === null || stock > 0 ? 'InStock' : 'OutOfStock'}`,
      priceSpecification: periods.map((period) => ({
        '@type': 'UnitPriceSpecification',
        priceType: `${FEED_CONTEXT}/SalePrice`,
        ...money(period.price),
        validFrom: toOffsetIso(period.from, zone),
        validThrough: toOffsetIso(period.until, zone),
      })),
    },
  }
}
