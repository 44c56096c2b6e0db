import jsonld from 'jsonld'
import { expect, test } from 'vitest'
import { toProductJsonLd, type ListedProduct } from './productJsonLd.ts'

const PRODUCT: ListedProduct = {
  sku: 'PAD-A4',
  name: 'Drawing pad </script> A4',
  categories: [['Paper', 'Pads'], ['School']],
  price: 1500,
  struck: 2000,
  until: Date.parse('2027-03-31T22:00:00Z'),
  isInStock: true,
}
const url = 'https://shop.example/products/PAD-A4'
const listed = { currency: 'EUR', url, seller: 'Test shop', pricesIncludeTax: true }
const S = 'https://schema.org/'

/** Expanded by a library, with the vocabulary as it is published: every term is one of schema.org. */
async function expand(product: ListedProduct) {
  const text = JSON.stringify(toProductJsonLd(product, listed))
  const documentLoader = (documentUrl: string) =>
    Promise.resolve({
      contextUrl: undefined,
      documentUrl,
      document: { '@context': { '@vocab': S, url: { '@type': '@id' } } },
    })
  const [found] = await jsonld.expand(JSON.parse(text) as object, { documentLoader })
  return found as Record<string, { '@value'?: unknown; '@id'?: string }[]>
}
const valuesOf = (node: Record<string, { '@value'?: unknown; '@id'?: string }[]>, term: string) =>
  (node[S + term] ?? []).map((one) => one['@value'] ?? one['@id'])

test('a reduced price is read back with its was price and its end', async () => {
  const product = await expand(PRODUCT)
  expect(product['@type']).toEqual([`${S}Product`])
  expect(valuesOf(product, 'name')).toEqual(['Drawing pad </script> A4'])
  expect(valuesOf(product, 'category')).toEqual(['Paper > Pads', 'School'])
  expect(valuesOf(product, 'url')).toEqual([url])
  const [offer] = product[`${S}offers`] as unknown as (typeof product)[]
  expect(['price', 'priceCurrency', 'validThrough'].flatMap((term) => valuesOf(offer!, term))).toEqual([
    '15.00',
    'EUR',
    '2027-03-31T22:00:00.000Z',
  ])
  const specifications = offer![`${S}priceSpecification`] as unknown as (typeof product)[]
  expect(
    specifications.map((one) => ['price', 'priceType', 'validThrough'].map((term) => valuesOf(one, term)[0])),
  ).toEqual([
    ['15.00', undefined, '2027-03-31T22:00:00.000Z'],
    ['20.00', `${S}StrikethroughPrice`, undefined],
  ])
})

test('a price that is not reduced stands alone, and what is sold out says so', async () => {
  const product = await expand({ ...PRODUCT, struck: null, until: null, isInStock: false })
  const [offer] = product[`${S}offers`] as unknown as (typeof product)[]
  expect(offer![`${S}priceSpecification`]).toHaveLength(1)
  expect(valuesOf(offer!, 'availability')).toEqual([`${S}OutOfStock`])
  expect(valuesOf(offer!, 'validThrough')).toEqual([])
})
