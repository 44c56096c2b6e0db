import { execFile } from 'node:child_process'
import { mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { promisify } from 'node:util'
import { createClient } from '@hey-api/openapi-ts'
import { createConfig, lintFromString } from '@redocly/openapi-core'
import { build } from 'esbuild'
import openapiTs, { astToString } from 'openapi-typescript'
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../testing/createTestServer.ts'
import { offerParcels } from '../testing/placeOrders.ts'
import { writeOpenApi } from './openApi.ts'

const ROOT = join(import.meta.dirname, '../../..')
// Inside the project, so that what is generated finds its packages.
const FOLDER = join(ROOT, '.novalex/clients')

let server: TestServer
let key: string
beforeAll(async () => {
  rmSync(FOLDER, { recursive: true, force: true })
  mkdirSync(FOLDER, { recursive: true })
  server = await createTestServer(inject('databaseUrl'))
  await offerParcels(server)
  const request = { name: 'Client', scopes: ['quote', 'orders'], channel: 'web', endsAt: null }
  key = (await server.request('POST', '/api/keys', request)).body.key as string
})
afterAll(async () => {
  await server.close()
})

test('the document has no error', async () => {
  const config = await createConfig({ extends: ['recommended'] })
  const problems = await lintFromString({ source: writeOpenApi(), config })
  const errors = problems.filter(({ severity }) => severity === 'error')
  expect(errors.map(({ message, location }) => `${location[0]?.pointer}: ${message}`)).toEqual([])
})

test('every answer of an error is a problem document', async () => {
  const { headers, status, body } = await server.request('GET', '/api/promotions/none')
  expect(headers.get('content-type')).toContain('application/problem+json')
  expect(body).toMatchObject({
    type: 'urn:novalex:error:not-found',
    title: 'Not found',
    status,
    error: { code: 'not-found' },
  })
  const nobody = await server.request('GET', '/api/promotions', undefined, { cookie: '' })
  expect([nobody.status, nobody.headers.get('www-authenticate')]).toEqual([401, 'Bearer realm="Novalex"'])
  const wrong = await server.request('DELETE', '/api/promotions')
  expect([wrong.status, wrong.headers.get('allow')]).toEqual([405, 'GET, HEAD, POST'])
  expect((await server.request('GET', '/api/none')).status).toBe(404)
})

/** A client written against the generated types only. */
const WITH_FETCH = `
import createClient from 'openapi-fetch'
import type { paths } from './types.ts'
export async function run(baseUrl: string, key: string) {
  const client = createClient<paths>({ baseUrl, headers: { authorization: 'Bearer ' + key } })
  const listed = await client.GET('/api/shop/products', { params: { query: { search: 'ink' } } })
  const sku: string = listed.data!.products[0]!.sku
  const cart = { lines: [{ sku, quantity: 2 }], codes: [], delivery: { option: 'parcel', country: 'AT' }, shopper: null }
  const priced = await client.POST('/api/shop/cart', { body: { cart } })
  const grand: number = priced.data!.grand
  const buyer = { email: 'mara@example.test', name: 'Mara', consent: false }
  const ordered = await client.POST('/api/shop/orders', {
    params: { header: { 'idempotency-key': 'fetch' } },
    body: { cart, expected: { grand, gifts: {} }, buyer },
  })
  const number: string = ordered.data!.order.number
  return { sku, grand, number }
}
`
const WITH_SDK = `
import { createClient } from './sdk/client'
import { listShopProducts, placeOrder, priceShopCart } from './sdk'
export async function run(baseUrl: string, key: string) {
  const client = createClient({ baseUrl, auth: key })
  const listed = await listShopProducts({ client, query: { search: 'ink' } })
  const sku: string = listed.data!.products[0]!.sku
  const cart = { lines: [{ sku, quantity: 2 }], codes: [], delivery: { option: 'parcel', country: 'AT' }, shopper: null }
  const priced = await priceShopCart({ client, body: { cart } })
  const grand: number = priced.data!.grand
  const buyer = { email: 'mara@example.test', name: 'Mara', consent: false }
  const ordered = await placeOrder({
    client,
    headers: { 'idempotency-key': 'sdk' },
    body: { cart, expected: { grand, gifts: {} }, buyer },
  })
  const number: string = ordered.data!.order.number
  return { sku, grand, number }
}
`

/** The complaints of the compiler about a file. */
async function check(file: string): Promise<string> {
  const compiler = join(ROOT, 'node_modules', 'typescript-native', 'bin', 'tsc')
  const options = [
    ...['--ignoreConfig', '--strict', '--noEmit', '--skipLibCheck', '--allowImportingTsExtensions'],
    ...['--module', 'ESNext', '--moduleResolution', 'Bundler', '--target', 'ES2022'],
    ...['--lib', 'ES2022,DOM,DOM.Iterable', '--types', ''],
  ]
  const run = promisify(execFile)
  return run(process.execPath, [compiler, ...options, file]).then(
    ({ stdout }) => stdout,
    (refused: { stdout: string }) => refused.stdout,
  )
}

describe('a client is generated from the document', () => {
  test.each<[string, string, () => Promise<unknown>]>([
    [
      'openapi-typescript',
      WITH_FETCH,
      async () => {
        writeFileSync(join(FOLDER, 'types.ts'), astToString(await openapiTs(writeOpenApi())))
      },
    ],
    [
      'openapi-ts',
      WITH_SDK,
      () =>
        createClient({
          input: JSON.parse(writeOpenApi()) as Record<string, unknown>,
          output: { path: join(FOLDER, 'sdk') },
          plugins: ['@hey-api/client-fetch', '@hey-api/typescript', '@hey-api/sdk'],
          logs: { level: 'silent' },
        }),
    ],
  ])('by %s, whose types are enough to list, price and order', async (name, program, generate) => {
    await generate()
    const file = join(FOLDER, `${name}.client.ts`)
    writeFileSync(file, program)
    expect(await check(file)).toBe('')
    const outfile = join(FOLDER, `${name}.mjs`)
    await build({ entryPoints: [file], outfile, bundle: true, format: 'esm', platform: 'node', logLevel: 'error' })
    const { run } = (await import(pathToFileURL(outfile).href)) as {
      run: (url: string, key: string) => Promise<{ sku: string; grand: number; number: string }>
    }
    expect(await run(server.url, key)).toMatchObject({
      sku: 'INK-1',
      grand: 1890,
      number: expect.any(String) as string,
    })
  })
})
