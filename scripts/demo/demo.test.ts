import { readFileSync } from 'node:fs'
import { formatProductRow, PRODUCT_COLUMNS, toInstant } from '@novalex/core'
import Papa from 'papaparse'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { openDatabase, type Database } from '../../server/src/platform/db/openDatabase.ts'
import { createPlanSource } from '../../server/src/sources/plans/planSource.ts'
import { checkPlan } from '../../server/src/features/releases/review.ts'
import { loadCatalogue } from '../../server/src/data/catalogue/index.ts'
import { listCounts, recount } from '../../server/src/data/counts/index.ts'
import { createDemoProducts } from './catalogue.ts'
import { createDemoPastPrices } from './pastPrices.ts'
import { seedDemo } from './seed.ts'

const NOW = toInstant('2027-03-10T09:41', 'Europe/Vienna')
const PASSWORD = { text: 'three brushes and a jar', renews: false }
let url: string
let database: Database

beforeAll(async () => {
  const address = new URL(inject('databaseUrl'))
  address.pathname = `/novalex_demo_${process.pid}`
  url = address.href
  expect(await seedDemo(url, NOW, PASSWORD)).toBe(true)
  database = openDatabase(url)
})
afterAll(async () => {
  await database.raw('DROP DATABASE ??', [new URL(url).pathname.slice(1)])
  await database.destroy()
})

test('the demo file is what the generator makes: 240 products, no SKU twice', () => {
  const products = createDemoProducts()
  expect(products).toHaveLength(240)
  expect(new Set(products.map(({ sku }) => sku)).size).toBe(240)
  const text = Papa.unparse({ fields: [...PRODUCT_COLUMNS], data: products.map(formatProductRow) })
  expect(readFileSync(new URL('../../demo/products.csv', import.meta.url), 'utf8')).toBe(`${text}\r\n`)
})

test('a second start keeps the data', async () => {
  await database('promotions').where({ id: 'demo-1' }).update({ name: 'Mine' })
  expect(await seedDemo(url, NOW, PASSWORD)).toBe(false)
  expect(await database('promotions').where({ id: 'demo-1' }).first()).toMatchObject({ name: 'Mine' })
})

test('its four people have a role each; their password stays unless another is given', async () => {
  const people = async () => {
    const rows = (await database('people').orderBy('email')) as { email: string; role: string; password: string }[]
    return rows.map(({ email, role, password }) => ({ email, role, password }))
  }
  const before = await people()
  expect(before.map(({ email, role }) => `${email} ${role}`)).toEqual([
    'administrator@fennmoor.example administrator',
    'planner@fennmoor.example planner',
    'reader@fennmoor.example reader',
    'releaser@fennmoor.example releaser',
  ])
  await seedDemo(url, NOW, { text: 'another one for all', renews: false })
  expect(await people()).toEqual(before)
  await seedDemo(url, NOW, { text: 'another one for all', renews: true })
  expect((await people()).map(({ password }) => password)).not.toEqual(before.map(({ password }) => password))
})

test('12,000 orders at the prices of their days, and everything that is kept beside them follows from them', async () => {
  const { discrepancies, orders, codes } = await recount(database)
  expect(discrepancies).toEqual([])
  expect([Math.round(orders / 100), codes]).toEqual([120, 440])
  const [first] = (await database('orders').min({ at: 'placed_at' })) as { at: Date }[]
  expect((NOW - first!.at.getTime()) / 86_400_000).toBeGreaterThan(400)
  // A past sale is in what was paid.
  const [sale] = createDemoPastPrices((await loadCatalogue(database)).products, NOW).filter(({ price, regular }) => price < regular)
  const during = await database('order_lines')
    .join('orders', 'orders.id', 'order_lines.order_id')
    .whereBetween('placed_at', [new Date(sale!.from), new Date(sale!.until - 1)])
    .where({ sku: sale!.sku, source: 'file' })
    .select<{ paid: number; quantity: number }[]>('paid', 'quantity')
  expect(during.every(({ paid, quantity }) => paid === sale!.price * quantity)).toBe(true)
  const counts = await listCounts(database)
  expect(counts.filter(({ uses }) => uses > 0).length).toBeGreaterThan(10)
})

test('the demo plan has no fault, reaches something with each promotion, and is released', async () => {
  const { plan, release } = await createPlanSource(database).get('live')
  expect(release).toBe(1)
  expect(checkPlan(plan)).toEqual([])
  const reached = new Set(
    plan.catalogue.products.flatMap((product) =>
      [...plan.findPricing(product), ...plan.findOffers(product)].map(({ id }) => id),
    ),
  )
  for (const { id, promotion } of plan.promotions.filter(({ phase }) => phase !== 4)) {
    expect(reached.has(id), promotion.name).toBe(true)
  }
  expect(new Set(plan.promotions.map(({ promotion }) => promotion.mechanic.kind)).size).toBe(10)
})
