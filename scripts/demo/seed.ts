import { readFileSync } from 'node:fs'
import { computeProductImport, PRODUCT_FORMAT, type Instant } from '@novalex/core'
import { recordActivity } from '../../server/src/activity/activity.repository.ts'
import { insertCampaign } from '../../server/src/campaigns/campaigns.repository.ts'
import { insertCategories, loadCatalogue, saveProducts } from '../../server/src/catalogue/catalogue.repository.ts'
import { saveStock } from '../../server/src/catalogue/stock.repository.ts'
import { insertBatch } from '../../server/src/codes/codeBatches.repository.ts'
import { toHandOutRow } from '../../server/src/codes/handOuts.repository.ts'
import { makeCodes } from '../../server/src/codes/makeCodes.ts'
import { ensureCounts } from '../../server/src/counts/counts.repository.ts'
import { migrateDatabase, openDatabase, type Database } from '../../server/src/db/openDatabase.ts'
import { parseTableFile } from '../../server/src/files/parseTableFile.ts'
import { OCCASIONS } from '../../server/src/occasions/occasions.repository.ts'
import { createPlanSource, loadWorkingPlan } from '../../server/src/plan/planSource.ts'
import { insertPromotion } from '../../server/src/promotions/promotions.repository.ts'
import { insertRelease } from '../../server/src/releases/releases.repository.ts'
import { SETS } from '../../server/src/sets/sets.repository.ts'
import { insertPastPrices } from '../../server/src/prices/prices.repository.ts'
import { listShoppers, saveShoppers } from '../../server/src/shoppers/shoppers.repository.ts'
import { changeStore, getStore, saveStore } from '../../server/src/store/store.repository.ts'
import { createDemoSales } from './catalogue.ts'
import { createDemoOccasions, createDemoPromotions, DEMO_CAMPAIGNS, DEMO_DELIVERY, DEMO_SETS, DEMO_STORE } from './plan.ts'
import { DEMO_PEOPLE, seedPeople } from './people.ts'
import { createDemoPastPrices, HISTORY_DAYS } from './pastPrices.ts'
import { createPastOrders, seedPastOrders, seedShopOrders } from './orders.ts'
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
      await saveStore(transaction, DEMO_STORE)
      await changeStore(transaction, { delivery: DEMO_DELIVERY })
      await seedCatalogue(transaction, now)
      await seedPlan(transaction, now)
      await seedSales(transaction, now)
      await seedCodes(transaction, now)
    })
    return true
  } finally {
    await database.destroy()
  }
}

async function seedCatalogue(transaction: Database, now: Instant): Promise<void> {
  const file = await parseTableFile(readFileSync(PRODUCT_FILE), PRODUCT_FORMAT, () => Promise.resolve())
  if (file.problems.length > 0) throw new Error(`demo/products.csv: ${JSON.stringify(file.problems[0])}`)
  const { newCategories, products } = computeProductImport(file.rows, file.columns, await loadCatalogue(transaction))
  await insertCategories(transaction, newCategories)
  await saveProducts(transaction, products, { at: now - HISTORY_DAYS * DAY_MS })
  await saveStock(transaction, createDemoSales(products))
  await insertPastPrices(transaction, createDemoPastPrices(products, now))
  const shoppers = createDemoShoppers(products.map(({ sku }) => sku))
  // What they did is in the orders.
  await saveShoppers(
    transaction,
    shoppers.map((shopper) => ({ ...shopper, orders: 0, spent: 0, bought: [] })),
  )
  await seedPastOrders(transaction, createPastOrders(products, shoppers, now), now)
}

/** The plan, and a first release of it from the day before. */
async function seedPlan(transaction: Database, now: Instant): Promise<void> {
  for (const campaign of DEMO_CAMPAIGNS) await insertCampaign(transaction, campaign)
  for (const set of DEMO_SETS) await SETS.insert(transaction, set)
  for (const { dates, ...occasion } of createDemoOccasions(now, DEMO_STORE.store.timeZone))
    await OCCASIONS.insert(transaction, { ...occasion, content: dates })
  const drafts = createDemoPromotions(now, DEMO_STORE.store.timeZone)
  const yesterday = new Date(now - DAY_MS).toISOString()
  for (const [index, { campaign, occasion, archived, note, ...rule }] of drafts.entries()) {
    const promotion = { id: `demo-${index + 1}`, rank: index + 1, ...rule }
    const stamp = { version: 1, updatedAt: yesterday, updatedBy: BY }
    await insertPromotion(transaction, { promotion, campaign, occasion, archived, note, ...stamp })
  }
  const plan = await loadWorkingPlan(transaction, DEMO_STORE.store)
  const release = { number: 1, at: yesterday, by: BY, preparedBy: null, note: 'The demo plan', promotions: plan.promotions.length, again: null }
  await insertRelease(transaction, release, plan)
  await ensureCounts(
    transaction,
    plan.promotions.map(({ id }) => id),
  )
  const detail = { note: release.note, again: null }
  await recordActivity(transaction, { at: now - DAY_MS, by: BY, action: 'release', subject: 'release 1', detail })
}

/** What the shop took since the release. */
async function seedSales(transaction: Database, now: Instant): Promise<void> {
  // The first plan with a catalogue: the live one and the working one say the same.
  const store = await getStore(transaction)
  const working = await createPlanSource(transaction).getLocked(transaction, store)
  await seedShopOrders(transaction, { ...working, release: 1 }, { shoppers: await listShoppers(transaction), now })
}

/** Codes for the letter of thanks, and the page that gives them out. */
async function seedCodes(transaction: Database, now: Instant): Promise<void> {
  const promotions = await loadWorkingPlan(transaction, DEMO_STORE.store)
  const coded = promotions.promotions.find(({ code }) => code !== null && 'batch' in code)!
  const batch = { promotion: coded.id, name: 'Spring letter', count: 400, pattern: { prefix: 'THANKS', length: 8 } }
  const id = await insertBatch(transaction, batch, { at: now - DAY_MS, by: BY })
  await makeCodes(transaction, { id })
  const page = {
    slug: 'thank-you',
    title: 'A thank-you of 10 %',
    text: 'Tell us where to send it, and a code of your own is on its way.',
    promotion: coded.id,
    wording: 'Yes, write to me now and then about new colours and offers.',
    ...{ from: null, until: null, most: 200, showsAtOnce: false },
  }
  await transaction('hand_outs').insert({ id: 'demo-thanks', ...toHandOutRow(page), given: 0, version: 1 })
}

const { DATABASE_URL, NOVALEX_NOW, NOVALEX_DEMO_PASSWORD: text, NOVALEX_DEMO_PASSWORD_RENEWS } = process.env
if (process.argv[1] === new URL(import.meta.url).pathname && DATABASE_URL) {
  if (!text) throw new Error('NOVALEX_DEMO_PASSWORD is not set: give the password of the people of the demo')
  const now = NOVALEX_NOW ? Date.parse(NOVALEX_NOW) : Date.now()
  const isSeeded = await seedDemo(DATABASE_URL, now, { text, renews: NOVALEX_DEMO_PASSWORD_RENEWS === '1' })
  process.stdout.write(isSeeded ? 'filled\n' : 'kept\n')
}
