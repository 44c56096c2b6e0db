import { ADDRESSES, ENDPOINTS, ErrorAnswer, HealthAnswer, type Endpoint, type EndpointName } from '@novalex/contract'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { checkShape } from '../http/validate.ts'
import { createTestServer, type TestServer } from '../testing/createTestServer.ts'

/** Every test of the server, and every journey, holds each answer against its schema; here is what no endpoint answers, and the document. */
let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
})
afterAll(() => server.close())

test('health and errors answer as the contract says', async () => {
  expect(checkShape(HealthAnswer, (await server.request('GET', '/healthz')).body)).toEqual([])
  expect(checkShape(ErrorAnswer, (await server.request('GET', '/api/nothing')).body)).toEqual([])
})

test('the OpenAPI document has every endpoint, and refers to nothing that it has not', async () => {
  const { body } = await server.request('GET', '/api/openapi.json')
  expect(body.openapi).toBe('3.1.0')
  const operations = Object.values(body.paths as Record<string, Record<string, { operationId: string }>>)
  const named = operations.flatMap((path) => Object.values(path).map(({ operationId }) => operationId))
  expect(named.sort()).toEqual(Object.keys(ADDRESSES).sort())
  const refers = [...JSON.stringify(body).matchAll(/"\$ref":"#\/components\/schemas\/(\w+)"/g)].map(([, name]) => name!)
  expect(refers.length).toBeGreaterThan(50)
  expect(refers.filter((name) => !(name in body.components.schemas))).toEqual([])
})

test.each(Object.keys(ADDRESSES) as EndpointName[])('%s names every parameter of its path', (name) => {
  const { params }: Endpoint = ENDPOINTS[name]
  const inPath = [...ADDRESSES[name].matchAll(/:(\w+)/g)].map(([, key]) => key)
  expect(Object.keys(params?.properties ?? {}).sort()).toEqual(inPath.sort())
})
