import {
  ActivityAnswer,
  CampaignsAnswer,
  CategoriesAnswer,
  ErrorAnswer,
  HealthAnswer,
  LabelsAnswer,
  ImportStatus,
  MomentsAnswer,
  MeetingsAnswer,
  OccasionsAnswer,
  PlanAnswer,
  PricedProduct,
  ProductsAnswer,
  PromotionsAnswer,
  ReachAnswer,
  ReleasesAnswer,
  ReviewAnswer,
  SetsAnswer,
  ShopAnswer,
  ShoppersAnswer,
  ShopProductAnswer,
  StoreAnswer,
} from '@novalex/contract'
import type { TSchema } from '@sinclair/typebox'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { checkShape } from './http/validate.ts'
import { createDraft, createTestServer, type TestServer } from './testing/createTestServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  await server.request('POST', '/api/campaigns', { name: 'Spring', goal: '' })
  await server.request('POST', '/api/promotions', createDraft())
  await server.request('POST', '/api/sets', { name: 'Two', content: { skus: ['PAD-1'] } })
  await server.request('POST', '/api/occasions', { name: 'Fair', dates: null })
  const { body } = await server.request('GET', '/api/releases/review')
  await server.request('POST', '/api/releases', { note: '', planRevision: body.planRevision })
  await server.request('POST', '/api/promotions', createDraft({ name: 'Another' }))
})
afterAll(() => server.close())

const MECHANIC = createDraft().mechanic
test.each<[string, string, TSchema, unknown?]>([
  ['GET', '/healthz', HealthAnswer],
  ['GET', '/api/store', StoreAnswer],
  ['GET', '/api/categories', CategoriesAnswer],
  ['GET', '/api/labels?of=tags', LabelsAnswer],
  ['GET', '/api/products?at=2027-03-12T00:00:00Z', ProductsAnswer],
  ['GET', '/api/products/PAD-1', PricedProduct],
  ['GET', '/api/plan', PlanAnswer],
  ['GET', '/api/moments', MomentsAnswer],
  ['GET', '/api/promotions', PromotionsAnswer],
  ['GET', '/api/campaigns', CampaignsAnswer],
  ['GET', '/api/stacking/meetings?sku=PAD-1', MeetingsAnswer],
  ['GET', '/api/shoppers', ShoppersAnswer],
  ['GET', '/api/sets', SetsAnswer],
  ['GET', '/api/occasions', OccasionsAnswer],
  ['GET', '/api/releases', ReleasesAnswer],
  ['GET', '/api/releases/review', ReviewAnswer],
  ['GET', '/api/shop/products', ShopAnswer],
  ['GET', '/api/shop/products/PAD-1?at=2027-03-12T00:00:00Z', ShopProductAnswer],
  ['GET', '/api/activity', ActivityAnswer],
  ['POST', '/api/reach', ReachAnswer, { mechanic: MECHANIC }],
  ['GET', '/api/nothing', ErrorAnswer],
])('%s %s answers as the contract says', async (method, path, schema, body) => {
  expect(checkShape(schema, (await server.request(method, path, body)).body)).toEqual([])
})

test('so does an import', async () => {
  const { body } = await server.request('POST', '/api/imports', 'sku,name\n', { 'content-type': 'text/csv' })
  expect(checkShape(ImportStatus, body)).toEqual([])
})
