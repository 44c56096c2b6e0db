import { readFileSync } from 'node:fs'
import type { PromotionRecord } from '@novalex/contract'
import { computeProductImport, PRODUCT_FORMAT, type Instant, type Promotion } from '@novalex/core'
import { recordActivity } from '../../server/src/data/activity/index.ts'
import { insertCampaign } from '../../server/src/data/campaigns/index.ts'
import {
  insertCategories,
  listSold,
  loadCatalogue,
  saveListings,
  saveProducts,
  saveStock,
} from '../../server/src/data/catalogue/index.ts'
import { insertBatch, insertHandOut, makeCodes } from '../../server/src/data/codes/index.ts'
import { ensureCounts } from '../../server/src/data/counts/index.ts'
import { migrateDatabase } from '../../server/src/platform/db/migrateDatabase.ts'
import { openDatabase, type Database } from '../../server/src/platform/db/openDatabase.ts'
import { parseTableFile } from '../../server/src/platform/files/parseTableFile.ts'
import { OCCASIONS, toContent } from '../../server/src/data/occasions/index.ts'
import { createPlanSource } from '../../server/src/sources/plans/planSource.ts'
import { loadWorkingPlan } from '../../server/src/sources/plans/workingPlan.ts'
import { insertPromotion } from '../../server/src/data/promotions/index.ts'
import { insertRelease } from '../../server/src/data/releases/index.ts'
import { SETS } from '../../server/src/data/sets/index.ts'
import { insertPastPrices } from '../../server/src/data/prices/index.ts'
import { listShoppers, saveShoppers } from '../../server/src/data/shoppers/index.ts'
import { FEEDS } from '../../server/src/data/feeds/index.ts'
import { insertTestCart } from '../../server/src/data/testCarts/index.ts'
import { getStore, insertStore, updateStore } from '../../server/src/data/store/index.ts'
import { createDemoSales } from './catalogue.ts'
import { createDemoListings } from './listings.ts'
import { createDemoOccasions, createDemoPromotions, DEMO_CAMPAIGNS, DEMO_CHANNELS, DEMO_DELIVERY, DEMO_SETS, DEMO_STORE, UNRELEASED } from './plan.ts'
import { DEMO_PEOPLE, seedPeople } from './people.ts'
import { createDemoPartners, DEMO_FEEDS, DEMO_TARGETS } from './partners.ts'
import { createDemoPastPrices, HISTORY_DAYS } from './pastPrices.ts'
import { createPastOrders, seedPastOrders, seedShopOrders } from './orders.ts'
import { seedSubmissions } from './submissions.ts'
import { createDemoShoppers } from './shoppers.ts'

const DAY_MS = 86_400_000
const BY = DEMO_PEOPLE.find(({ role }) => role === 'releaser')!.name
const PRODUCT_FILE = new URL('../../demo/products.csv', import.meta.url)

interface DemoPassword {
  readonly text: string
  /** Whether people who are there already get it too. */
  readonly renews: boolean
}

/**
 * Fills the database with the demo shop, all or nothing; one that holds a store already is left as it is, but for people of the demo that are missing.
 * Tells whether it did.
 */
export async function seedDemo(databaseUrl: string, now: Instant, password: DemoPassword): Promise<boolean> {
  await migrateDatabase(databaseUrl)
  const database = openDatabase(databaseUrl)
  try {
    await seedPeople(database, password.text, password.renews)
    if (await database('store').first()) return false
    await database.transaction(async (transaction) => {
      await insertStore(transaction, DEMO_STORE)
      await updateStore(transaction, 1, { delivery: DEMO_DELIVERY, channels: [...DEMO_CHANNELS, ...createDemoPartners(now, DEMO_STORE.store.timeZone)] })
      await seedCatalogue(transaction, now)
      await seedPlan(transaction, now)
      await seedSales(transaction, now)
      await seedCodes(transaction, now)
      await seedTestCarts(transaction)
      await seedSoldElsewhere(transaction, now)
      await seedSubmissions(transaction, now)
      for (const { id, name, ...content } of DEMO_FEEDS) await FEEDS.insert(transaction, { id, name, content, version: 1 })
    })
    return true
  } finally {
    await database.destroy()
  }
}

async function seedCatalogue(transaction: Database, now: Instant): Promise<void> {
  const file = await parseTableFile(readFileSync(PRODUCT_FILE), PRODUCT_FORMAT)
  if (file.problems.length > 0) throw new Error(`demo/products.csv: ${JSON.stringify(file.problems[0])}`)
  const { newCategories, products } = computeProductImport(file.rows, file.columns, await loadCatalogue(transaction))
  await insertCategories(transaction, newCategories)
  await saveProducts(transaction, products, { at: now - HISTORY_DAYS * DAY_MS })
  await saveListings(transaction, createDemoListings(products, { now, zone: DEMO_STORE.store.timeZone }))
  await insertPastPrices(transaction, createDemoPastPrices(products, now))
  const shoppers = createDemoShoppers(products.map(({ sku }) => sku))
  // What they did is in the orders.
  await saveShoppers(
    transaction,
    shoppers.map((shopper) => ({ ...shopper, orders: 0, spent: 0, bought: [] })),
  )
  await seedPastOrders(transaction, createPastOrders(products, shoppers, now), now)
}

/** Units sold outside of orders, by product. */
async function seedSoldElsewhere(transaction: Database, now: Instant): Promise<void> {
  const { products } = await loadCatalogue(transaction)
  const inOrders = await listSold(transaction, now)
  const figures = createDemoSales(products).map(({ sku, sold }) => ({
    sku,
    elsewhere: { sold: Math.max(0, sold - (inOrders.get(sku) ?? 0)), until: now },
  }))
  await saveStock(transaction, figures)
}

/** The plan, and a first release of it from the day before. */
async function seedPlan(transaction: Database, now: Instant): Promise<void> {
  for (const campaign of DEMO_CAMPAIGNS) await insertCampaign(transaction, campaign)
  for (const set of DEMO_SETS) await SETS.insert(transaction, set)
  for (const { id, name, version, ...content } of createDemoOccasions(now, DEMO_STORE.store.timeZone))
    await OCCASIONS.insert(transaction, { id, name, version, content: toContent(content) })
  const drafts = createDemoPromotions(now, DEMO_STORE.store.timeZone)
  const yesterday = new Date(now - DAY_MS).toISOString()
  const records = drafts.map(({ campaign, occasion, archived, note, ...rule }, index): PromotionRecord => {
    const partners = DEMO_TARGETS[rule.name]
    const promotion = { id: `demo-${index + 1}`, rank: index + 1, ...rule, ...(partners ? { partners } : {}) }
    return { promotion, campaign, occasion, archived, note, version: 1, updatedAt: yesterday, updatedBy: BY }
  })
  for (const record of records.filter(({ promotion }) => !UNRELEASED.has(promotion.name)))
    await insertPromotion(transaction, record)
  const plan = await loadWorkingPlan(transaction, DEMO_STORE.store)
  const release = { number: 1, at: yesterday, by: BY, preparedBy: null, note: 'The demo plan', promotions: plan.promotions.length, again: null, changes: null, atOnce: null, kept: [] }
  const since = Object.fromEntries(plan.promotions.map(({ id }) => [id, release.number]))
  await insertRelease(transaction, release, { ...plan, since })
  await ensureCounts(
    transaction,
    plan.promotions.map(({ id }) => id),
  )
  for (const record of records.filter(({ promotion }) => UNRELEASED.has(promotion.name)))
    await insertPromotion(transaction, record)
  const detail = { note: release.note, again: null }
  await recordActivity(transaction, { at: now - DAY_MS, by: BY, action: 'publish-release', subject: 'release 1', detail })
}

/** Orders since the release. */
async function seedSales(transaction: Database, now: Instant): Promise<void> {
  // What is planned after the release has not begun yet: until now, the live plan and the working one say the same.
  const store = await getStore(transaction)
  const working = await createPlanSource(transaction).getLocked(transaction, store)
  await seedShopOrders(transaction, { ...working, release: 1 }, { shoppers: await listShoppers(transaction), now })
}

/** Codes for the letter of thanks, and the page that gives them out. */
async function seedCodes(transaction: Database, now: Instant): Promise<void> {
  const promotions = await loadWorkingPlan(transaction, DEMO_STORE.store)
  const [coded, cards] = promotions.promotions.filter(({ code }) => code !== null && 'batch' in code) as [Promotion, Promotion]
  const batch = { promotion: coded.id, name: 'Spring email', count: 400, pattern: { prefix: 'THANKS', length: 8 } }
  const id = await insertBatch(transaction, batch, { at: now - DAY_MS, by: BY })
  await makeCodes(transaction, { id })
  // Of the cards for workshops most were spoilt in print and made void.
  const few = { promotion: cards.id, name: 'Printed cards', count: 40, pattern: { prefix: 'PRESS', length: 8 } }
  const cardId = await insertBatch(transaction, few, { at: now - DAY_MS, by: BY })
  await makeCodes(transaction, { id: cardId })
  await transaction('codes').where({ batch: Number(cardId) }).orderBy('code').limit(37).update({ state: 2 })
  const page = {
    slug: 'thank-you',
    title: 'Your 10% thank-you',
    text: 'Enter your email and we’ll send you a code.',
    promotion: coded.id,
    wording: 'Yes, email me about new colours and offers.',
    from: null,
    until: null,
    most: 200,
    showsAtOnce: false,
  }
  await insertHandOut(transaction, 'demo-thanks', page)
}

/** One that holds, and one whose total was noted before the brushes' price was. */
async function seedTestCarts(transaction: Database): Promise<void> {
  const cart = { codes: [], channel: 'web', delivery: null, shopper: null }
  const brushes = ['BRR-4', 'BRR-6', 'BRR-10'].map((sku) => ({ sku, quantity: 1 }))
  const markers = [{ sku: 'MRK-TITWHI', quantity: 10 }]
  const carts = [
    { id: 'demo-brushes', name: 'Three brushes', cart: { ...cart, lines: brushes }, expected: 1900 },
    { id: 'demo-markers', name: 'Ten markers', cart: { ...cart, lines: markers }, expected: 2800 },
  ]
  for (const one of carts) await insertTestCart(transaction, { ...one, at: null, version: 1 })
}

const { DATABASE_URL, NOVALEX_NOW, NOVALEX_DEMO_PASSWORD: text, NOVALEX_DEMO_PASSWORD_RENEWS } = process.env
if (process.argv[1] === new URL(import.meta.url).pathname && DATABASE_URL) {
  if (!text) throw new Error('NOVALEX_DEMO_PASSWORD is not set: give the password of the people of the demo')
  const now = NOVALEX_NOW ? Date.parse(NOVALEX_NOW) : Date.now()
  const isSeeded = await seedDemo(DATABASE_URL, now, { text, renews: NOVALEX_DEMO_PASSWORD_RENEWS === '1' })
  process.stdout.write(isSeeded ? 'filled\n' : 'kept\n')
}
