import type { ProductChange, ProductRequest } from '@novalex/contract'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createTestServer, PRODUCTS, type TestServer } from '../../testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

const { sku: _sku, ...given } = PRODUCTS[0]!
const PAD = { ...given, categories: [...given.categories], tags: [...given.tags] }
const ask = (method: string, path: string, body?: unknown) => server.request(method, `/api${path}`, body)
const revision = async () => (await ask('GET', '/store')).body.catalogueRevision as number
const read = async (sku: string) => (await ask('GET', `/products/${sku}`)).body.product
const change = async (product: ProductChange['product']) =>
  ask('PUT', '/products/PAD-1', { product, revision: await revision() })
const add = (product: Partial<ProductRequest['product']>) =>
  ask('POST', '/products', { product: { ...PRODUCTS[0], ...product } })

describe('a product changed by hand', () => {
  test('has its new price in the plan and in its history; the stock stays, orders may move it meanwhile', async () => {
    const { stock: _stock, ...product } = PAD
    await server.database('stock').where({ sku: 'PAD-1' }).update({ units: 4 })
    const before = await revision()
    expect((await change({ ...product, name: 'Drawing pad A3', regularPrice: 1190 })).status).toBe(204)
    expect(await read('PAD-1')).toEqual({ ...PRODUCTS[0], name: 'Drawing pad A3', regularPrice: 1190, stock: 4 })
    expect(await revision()).toBe(before + 1)
    const { spans } = (await ask('GET', '/products/PAD-1/history')).body
    expect(spans.map(({ regular }: { regular: number }) => regular)).toEqual(expect.arrayContaining([1000, 1190]))
    const [entry] = (await ask('GET', '/activity?thing=product')).body.entries
    expect(entry).toMatchObject({ action: 'change-product', subject: 'PAD-1' })
    expect(entry.detail).toMatchObject({ before: { regularPrice: 1000 }, after: { regularPrice: 1190, stock: 4 } })
  })

  test('has the stock that is given, or none that is counted', async () => {
    await change({ ...PAD, stock: 7 })
    expect((await read('PAD-1')).stock).toBe(7)
    await change({ ...PAD, stock: null })
    expect((await read('PAD-1')).stock).toBeNull()
  })

  test('keeps its listing unless another is given', async () => {
    const listing = {
      rating: 46,
      reviews: 12,
      referencePrice: 1490,
      referenceSource: 'List',
      referenceOn: '2027-01-10',
    }
    const listed = async () => (await ask('GET', '/products/PAD-1')).body.listing as unknown
    const save = async (given?: object) =>
      ask('PUT', '/products/PAD-1', { product: PAD, listing: given, revision: await revision() })
    expect(await listed()).toMatchObject({ rating: null, referenceSource: '' })
    expect((await save(listing)).status).toBe(204)
    expect((await save()).status).toBe(204)
    expect(await listed()).toEqual(listing)
    const filters = [{ column: 'rating', from: 46 }]
    const { rows } = (await ask('POST', '/products/table', { filters, order: null, from: 0, count: 9 })).body
    expect(rows).toMatchObject([{ product: { sku: 'PAD-1' }, rating: 46, reviews: 12, reference: 1490 }])
    for (const [changes, path] of [
      [{ rating: 51 }, 'listing.rating'],
      [{ reviews: -1 }, 'listing.reviews'],
      [{ referenceOn: '2027-02-30' }, 'listing.referenceOn'],
      [{ referenceOn: '2099-01-01' }, 'listing.referenceOn'],
      [{ referenceSource: '   ' }, 'listing.referenceSource'],
    ] as const)
      expect((await save({ ...listing, ...changes })).body.error.problems[0].path).toBe(path)
    expect(await listed()).toEqual(listing)
  })

  test('stays at its place among the products', async () => {
    await change(PAD)
    const { rows } = (await ask('GET', '/products')).body
    expect(rows[0].product.sku).toBe('PAD-1')
  })

  test.each<[string, Partial<ProductChange['product']>, string, string]>([
    ['a category that is not there', { categories: ['nowhere'] }, 'product.categories', 'unknown-category'],
    ['no name', { name: '' }, 'product.name', 'too-short'],
    ['a price below nothing', { regularPrice: -1 }, 'product.regularPrice', 'too-small'],
    ['a name in which nothing is seen', { name: '  ' }, 'product.name', 'malformed'],
    ['a control character', { name: 'Pad\u0000' }, 'product.name', 'malformed'],
    ['a tag that a file would take for two', { tags: ['a|b'] }, 'product.tags.0', 'malformed'],
    ['the same category twice', { categories: ['pads', 'pads'] }, 'product.categories', 'not-allowed'],
    ['half a cent', { unitCost: 0.5 }, 'product.unitCost', 'wrong-type'],
  ])('is refused with %s', async (_label, changes, path, code) => {
    const before = await revision()
    const { status, body } = await change({ ...PAD, ...changes })
    expect([status, body.error.problems[0]]).toMatchObject([422, { path, code }])
    expect(await revision()).toBe(before)
  })

  test('has to be there', async () => {
    const answer = await ask('PUT', '/products/NONE', { product: PAD, revision: await revision() })
    expect(answer).toMatchObject({ status: 404, body: { error: { code: 'not-found' } } })
  })

  test('is the change of one of two who saw the same', async () => {
    const seen = await revision()
    const send = (name: string) => ask('PUT', '/products/PAD-1', { product: { ...PAD, name }, revision: seen })
    const statuses = (await Promise.all([send('One'), send('Two')])).map(({ status }) => status)
    expect(statuses.toSorted((a, b) => a - b)).toEqual([204, 409])
  })
})

describe('a product added by hand', () => {
  test('is the last of all', async () => {
    expect((await add({ sku: 'NEW-1', name: 'Blotter' })).status).toBe(201)
    const last = (await ask('GET', '/products')).body.rows.at(-1).product
    expect(last).toEqual({ ...PRODUCTS[0], sku: 'NEW-1', name: 'Blotter' })
  })

  test.each<[string, Partial<ProductRequest['product']>, string]>([
    ['an SKU that is taken', { sku: 'INK-1' }, 'product.sku'],
    ['a category that is not there', { sku: 'NEW-2', categories: ['nowhere'] }, 'product.categories'],
  ])('is refused with %s', async (_label, changes, path) => {
    const { status, body } = await add(changes)
    expect([status, body.error.problems[0].path]).toEqual([422, path])
  })
})
