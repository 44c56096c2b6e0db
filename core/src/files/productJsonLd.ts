import { formatAmount, toIso, type Instant, type MinorUnits } from '../values/index.ts'

/** A product as everybody may read it, with its price now. */
export interface ListedProduct {
  readonly sku: string
  readonly name: string
  /** Paths of category names, from the root down. */
  readonly categories: readonly (readonly string[])[]
  readonly price: MinorUnits
  /** The was price beside it; null: none is allowed. */
  readonly struck: MinorUnits | null
  /** Until when the price holds; null: not known. */
  readonly until: Instant | null
  readonly isInStock: boolean
}

interface Listed {
  /** Three letters of ISO 4217. */
  readonly currency: string
  /** Address of the product's page. */
  readonly url: string
  readonly seller: string
  readonly pricesIncludeTax: boolean
}

/** The vocabulary of schema.org, an open standard; nothing is loaded from there. */
const VOCABULARY = 'https://schema.org'

/**
 * A product and its offer in JSON-LD, for programs that read the shop's pages. A reduced price is said with the was price that it is a reduction of,
 * and until when it holds; a price that is not reduced stands alone.
 */
export function toProductJsonLd(
  product: ListedProduct,
  { currency, url, seller, pricesIncludeTax }: Listed,
): Record<string, unknown> {
  const { price, struck, until, isInStock } = product
  const validThrough = until === null ? {} : { validThrough: toIso(until) }
  const specification = (amount: MinorUnits, more: object) => ({
    '@type': 'UnitPriceSpecification',
    price: formatAmount(amount),
    priceCurrency: currency,
    valueAddedTaxIncluded: pricesIncludeTax,
    ...more,
  })
  return {
    '@context': VOCABULARY,
    '@type': 'Product',
    sku: product.sku,
    name: product.name,
    category: product.categories.map((path) => path.join(' > ')),
    url,
    offers: {
      '@type': 'Offer',
      url,
      price: formatAmount(price),
      priceCurrency: currency,
      ...validThrough,
      availability: `${VOCABULARY}/${isInStock ? 'InStock' : 'OutOfStock'}`,
      seller: { '@type': 'Organization', name: seller },
      priceSpecification: [
        specification(price, validThrough),
        ...(struck === null ? [] : [specification(struck, { priceType: `${VOCABULARY}/StrikethroughPrice` })]),
      ],
    },
  }
}
