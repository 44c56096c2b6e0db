import { expect, test } from 'vitest'
import { stubServer, type Asked } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { useNames } from './names.ts'

test('a name that is not known yet is looked up, all of them in one request, and no SKU turns into a name', async () => {
  const server = stubServer({
    lookUpProducts: ({ body }: Asked) =>
      (body as { skus: string[] }).skus
        .filter((sku) => sku !== 'GONE')
        .map((sku) => ({ sku, name: `Name of ${sku}`, regularPrice: 100 })),
    listCategories: () => [{ id: 'pads', name: 'Pads', parent: null, path: ['Paper', 'Pads'], products: 3 }],
    listSets: () => [],
    listOccasions: () => [],
  })
  const { names } = withSetup(useNames).result
  expect(['A', 'B', 'A', 'GONE'].map(names.product)).toEqual(['…', '…', '…', '…'])
  expect([names.category('pads'), names.set('loud')]).toEqual(['…', '…'])
  await waitUntil(() => {
    expect(['A', 'B', 'GONE'].map(names.product)).toEqual(['Name of A', 'Name of B', 'GONE'])
    expect([names.category('pads'), names.category('none'), names.set('loud')]).toEqual([
      'Paper › Pads',
      'none',
      'loud',
    ])
  })
  expect([names.product('A'), useNames().areKnown(['A', 'GONE'])]).toEqual(['Name of A', true])
  expect(useNames().areKnown(['A', 'C'])).toBe(false)
  await waitUntil(() => {
    expect(useNames().areKnown(['A', 'C'])).toBe(true)
  })
  expect(server.of('lookUpProducts').map(({ body }) => body)).toEqual([{ skus: ['A', 'B', 'GONE'] }, { skus: ['C'] }])
})

test('where the names cannot be had, products go by their SKUs', async () => {
  stubServer({})
  const { names } = withSetup(useNames).result
  expect(names.product('A')).toBe('…')
  await waitUntil(() => {
    expect(names.product('A')).toBe('A')
  })
})
