import {
  checkForChannel,
  compilePlan,
  createFeedReader,
  createPublicPricer,
  createRowWriter,
  type CompiledPlan,
  FIRST_COLUMNS,
  type Product,
  type Promotion,
} from '@novalex/core'
import Papa from 'papaparse'
import { createCatalogue, createPlan, NOW, STORE } from './data.ts'

const PRODUCTS = 50_000
const PRODUCTS_A_PART = 2000
const ROUNDS = 9
const VIEWER = { channel: 'market', facts: {} }

/** A sale on everything, which a partner checks, among two thousand others of which the partner has a third. */
const SALE: Promotion = {
  id: 'all',
  name: 'All for less',
  rank: 1_000_000,
  state: 'ready',
  schedule: { start: '2027-03-08T00:00', end: '2027-03-15T00:00' },
  code: null,
  when: null,
  mechanic: { kind: 'markdown', reach: {}, value: { percent: 2000 } },
  stacking: { group: 'coupon', mode: 'group' },
  limits: {},
  ladder: null,
  partners: [{ channel: 'market' }],
}

const catalogue = createCatalogue(PRODUCTS)
const others = createPlan(2000, 30).map((one, at) =>
  at % 3 === 0 ? { ...one, partners: [{ channel: 'market' }] } : one,
)
const plan = compilePlan({ store: STORE, catalogue, promotions: [...others, SALE], partners: ['market'] })
const listing = { rating: 42, reviews: 18, referencePrice: null, referenceSource: '', referenceOn: null }
const listings = new Map(catalogue.products.map(({ sku }) => [sku, listing]))
const stock = new Map(catalogue.products.map(({ sku }) => [sku, 500]))
const sold = new Map(catalogue.products.map(({ sku }, at) => [sku, at % 90]))
const lowest = new Map(catalogue.products.map(({ sku, regularPrice }) => [sku, { price: regularPrice, at: NOW }]))
const values = {
  maxProducts: PRODUCTS,
  minReduction: 1000,
  showReduction: 1500,
  maxDays: 90,
  atMostOfRegular: 9000,
  lowestBefore: { days: 30, counts: 'shelf', below: 0 },
  leastPriceGap: 200,
  minRating: 40,
  minReviews: 10,
  stockDays: 14,
} as const
const terms = {
  leadHours: 48,
  lockHours: 5,
  rules: [{ from: '2027-01-01', values, source: 'Guide', checkedOn: '2027-01-01' }],
}

const say = (text: string) => process.stdout.write(`${text}\n`)
const median = (times: readonly number[]) => times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)]!
function time(work: () => unknown): number {
  const startedAt = performance.now()
  work()
  return performance.now() - startedAt
}

function priceAll(): number {
  const price = createPublicPricer(plan, NOW, VIEWER)
  return catalogue.products.reduce((sum, product) => sum + price(product).price, 0)
}

function checkAll(): number {
  const { products } = checkForChannel({
    plan,
    promotion: SALE.id,
    channel: 'market',
    terms,
    now: NOW,
    open: null,
    facts: {},
    listings,
    stock,
    sold,
    lowest,
    format: (_place, value) => String(value),
  })
  if (products.length !== PRODUCTS) throw new Error(`${products.length} products were checked`)
  return products.length
}

/** The plan of the other measures, as its own shop shows it. */
const plain = compilePlan({ store: STORE, catalogue, promotions: createPlan(2000, 30) })

function createWriter(of: CompiledPlan, channel: string) {
  const viewer = { channel, facts: {} }
  const read = createFeedReader(of, { now: NOW, daysAhead: 14, viewer, stock, listings })
  const place = { currency: 'EUR', zone: STORE.timeZone, catalogue: of.catalogue, link: 'https://shop.test/{sku}' }
  const write = createRowWriter(FIRST_COLUMNS.plain, place)
  return (product: Product) => write(read(product))
}

const rowsOf = (of: CompiledPlan, channel: string) => catalogue.products.map(createWriter(of, channel))

/** Part by part, as the server streams it. */
function writeFeed(of: CompiledPlan, channel: string): number {
  const write = createWriter(of, channel)
  let length = 0
  for (let from = 0; from < PRODUCTS; from += PRODUCTS_A_PART) {
    length += Papa.unparse(catalogue.products.slice(from, from + PRODUCTS_A_PART).map(write)).length
  }
  return length
}

/** Each in turn with what it is compared with, so that a slow moment of the machine meets both. */
function compare(
  what: string,
  most: number | null,
  [subject, basis]: readonly [() => unknown, () => unknown],
): boolean {
  const rounds = Array.from({ length: ROUNDS }, () => ({ basis: time(basis), subject: time(subject) }))
  const ratio = median(rounds.map((one) => one.subject / one.basis))
  const isFine = most === null || ratio <= most
  const mark = isFine ? '✓' : '✕'
  const [subjectMs, basisMs] = [median(rounds.map((one) => one.subject)), median(rounds.map((one) => one.basis))]
  say(
    `${mark} ${what}: ${ratio.toFixed(2)} ×${most === null ? '' : `, at most ${most}`} (${Math.round(subjectMs)} ms, ${Math.round(basisMs)} ms; medians of ${ROUNDS} interleaved rounds)`,
  )
  return isFine
}

const rows = rowsOf(plain, 'web')
const saleRows = rowsOf(plan, 'market')
const isFast = [
  compare(`${PRODUCTS} products checked against a channel, and their shelf prices`, 2, [checkAll, priceAll]),
  compare(`a feed of ${PRODUCTS} products, and the same rows from memory as CSV`, 3, [
    () => writeFeed(plain, 'web'),
    () => Papa.unparse(rows),
  ]),
  compare('the same with a sale on every product besides', null, [
    () => writeFeed(plan, 'market'),
    () => Papa.unparse(saleRows),
  ]),
]
if (isFast.includes(false)) process.exitCode = 1
