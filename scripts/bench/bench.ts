import { mkdirSync, writeFileSync } from 'node:fs'
import {
  compilePlan,
  createPublicPricer,
  computeQuote,
  computeRepricing,
  DAY_MS,
  percentOf,
  reachesOf,
  sortOddFirst,
  type CompiledPlan,
  type Promotion,
  type RepriceInput,
  type Repricing,
  type Store,
} from '@novalex/core'
import { Engine, type RuleProperties } from 'json-rules-engine'
import {
  createCatalogue,
  createFriends,
  createLoners,
  createOrder,
  createPlan,
  createRivals,
  NOW,
  STORE,
} from './data.ts'

/** One line of the table: what is timed, against what, and how many times its time it may take (or must save). */
interface Row {
  readonly what: string
  readonly subject: () => unknown
  readonly against: () => unknown
  /** At most this ratio of subject to against; with `atLeast`, at least this ratio of against to subject. */
  readonly atMost?: number
  readonly atLeast?: number
  readonly rounds: number
  readonly repeats: number
}

/** Of the repository, where npm starts it. */
const FOLDER = '.novalex/bench'

const guest = { channel: 'web', facts: {} }
const small = createCatalogue(5000)
const large = createCatalogue(50_000)
const compile = (promotions: readonly Promotion[], store: Partial<Store> = {}, catalogue = small): CompiledPlan =>
  compilePlan({ store: { ...STORE, ...store }, catalogue, promotions })

const thousand = createPlan(1000, 30)
const plan = compile(thousand)
const crowded = compile([
  ...thousand,
  ...createPlan(10_030, 30)
    .slice(30)
    .map((one, at) => ({ ...one, id: `q${at}`, rank: 2000 + at })),
])
const order = createOrder(1)
const bulk = createOrder(10_000)
const rivals = createRivals()
const loners = createLoners()
const cart5 = createOrder(5)
const [rivalsBest, rivalsRank] = [compile(rivals, { conflicts: 'best' }), compile(rivals)]
const [lonersBest, lonersRank] = [compile(loners, { conflicts: 'best' }), compile(loners)]
const friends = createFriends()
const together: Partial<Store> = { apart: [] }
const [friendsBest, friendsRank] = [compile(friends, { ...together, conflicts: 'best' }), compile(friends, together)]
const twoThousand = createPlan(2000, 30)
const manyMarkdowns = compile(
  twoThousand.map(({ mechanic, ...one }) => ({
    ...one,
    mechanic: {
      kind: 'markdown' as const,
      reach: reachesOf(mechanic)[0] ?? { categories: ['c0'] },
      value: { percent: 1000 },
    },
    stacking: { group: 'sale', mode: 'group' as const },
    ladder: null,
    when: null,
  })),
  {},
  large,
)
const file = { store: STORE, catalogue: large, plan: { promotions: twoThousand } }

/** As a table of products knows them: every fifth on sale, one in nine with a prior price below the regular one. */
const priced: RepriceInput[] = large.products.map((product, index) => ({
  product,
  regular: product.regularPrice,
  shelf: index % 5 === 0 ? Math.floor(product.regularPrice * 0.8) : product.regularPrice,
  prior: index % 9 === 0 ? Math.floor(product.regularPrice * 0.7) : product.regularPrice,
  reducedSince: null,
  expected: index % 7,
}))
const HALF_PRICE: Repricing = {
  bands: [{ from: 0, operation: { kind: 'percent', direction: 'down', percent: 5000 } }],
  basis: 'regular',
  rounding: { to: 'nearest', step: 100, ending: 95 },
  target: 'sale',
}

const ROWS: Row[] = [
  {
    what: 'quote, 20 lines, 1,000 live promotions, 30 reach the cart; against a general rules engine judging the conditions',
    subject: () => computeQuote(plan, order),
    against: await createRulesEngine(thousand),
    atLeast: 50,
    rounds: 15,
    repeats: 40,
  },
  {
    what: 'the same with 10,000 further promotions that don’t reach the cart',
    subject: () => computeQuote(crowded, order),
    against: () => computeQuote(plan, order),
    atMost: 1.3,
    rounds: 41,
    repeats: 40,
  },
  {
    what: '20 lines of 10,000 units against 20 of one',
    subject: () => computeQuote(plan, bulk),
    against: () => computeQuote(plan, order),
    atMost: 2,
    rounds: 41,
    repeats: 40,
  },
  {
    what: '`best`, 12 promotions in each other’s way, against `rank`',
    subject: () => computeQuote(rivalsBest, cart5),
    against: () => computeQuote(rivalsRank, cart5),
    atMost: 100,
    rounds: 9,
    repeats: 5,
  },
  {
    what: 'the same `best` with every reason read, against without them',
    subject: () => computeQuote(rivalsBest, cart5).promotions,
    against: () => computeQuote(rivalsBest, cart5),
    atMost: 10,
    rounds: 9,
    repeats: 5,
  },
  {
    what: '20 lines, 1,000 live promotions, with all their reasons read, against without them',
    subject: () => computeQuote(plan, order).promotions,
    against: () => computeQuote(plan, order),
    atMost: 20,
    rounds: 21,
    repeats: 5,
  },
  {
    what: '`best`, 12 promotions of which no two can meet, against `rank`',
    subject: () => computeQuote(lonersBest, cart5),
    against: () => computeQuote(lonersRank, cart5),
    atMost: 4,
    rounds: 41,
    repeats: 40,
  },
  {
    what: '`best`, 40 promotions that all reduce the same items together, against `rank`',
    subject: () => computeQuote(friendsBest, cart5),
    against: () => computeQuote(friendsRank, cart5),
    atMost: 10,
    rounds: 21,
    repeats: 10,
  },
  {
    what: 'shelf prices of 50,000 products under 2,000 promotions, against JSON there and back of the same rows',
    subject: () => priceAll(manyMarkdowns),
    against: () => JSON.parse(JSON.stringify(large.products)) as unknown,
    atMost: 3,
    rounds: 7,
    repeats: 1,
  },
  {
    what: 'compiling 2,000 promotions over 50,000 products, against JSON there and back of the file',
    subject: () => compilePlan({ store: STORE, catalogue: large, promotions: twoThousand }),
    against: () => JSON.parse(JSON.stringify(file)) as unknown,
    atMost: 3,
    rounds: 7,
    repeats: 1,
  },
  {
    what: 'new prices for 50,000 products, previewed with all that is odd, against one percentage of each in a plain loop',
    subject: () =>
      sortOddFirst(computeRepricing(priced, HALF_PRICE, { store: STORE, from: NOW, until: NOW + 7 * DAY_MS })),
    against: () => large.products.map(({ regularPrice }) => percentOf(regularPrice, 5000)),
    atMost: 20,
    rounds: 41,
    repeats: 1,
  },
]

function priceAll(compiled: CompiledPlan): number {
  const priceOf = createPublicPricer(compiled, NOW, guest)
  return compiled.catalogue.products.reduce((sum, product) => sum + priceOf(product).price, 0)
}

/** Judges for each promotion what decides whether it looks at the cart: its dates, its category, its spend. */
async function createRulesEngine(promotions: readonly Promotion[]): Promise<() => Promise<unknown>> {
  const engine = new Engine([], { allowUndefinedFacts: true })
  for (const { id, mechanic, when } of promotions) {
    const reach = 'reach' in mechanic ? mechanic.reach : 'buy' in mechanic ? mechanic.buy.reach : {}
    const all: { fact: string; operator: string; value: unknown }[] = [
      { fact: 'now', operator: 'greaterThanInclusive', value: Date.parse('2027-03-01T00:00Z') },
      { fact: 'now', operator: 'lessThan', value: Date.parse('2027-04-01T00:00Z') },
    ]
    for (const category of reach.categories ?? [])
      all.push({ fact: 'categories', operator: 'contains', value: category })
    if (when) all.push({ fact: 'spend', operator: 'greaterThanInclusive', value: 4000 })
    engine.addRule({ conditions: { all }, event: { type: id } } as RuleProperties)
  }
  const bySku = new Map(small.products.map((product) => [product.sku, product]))
  const run = () => {
    const goods = order.cart.lines.map(({ sku }) => bySku.get(sku)!)
    const categories = [...new Set(goods.flatMap((product) => product.categories))]
    return engine.run({ now: NOW, categories, spend: goods.reduce((sum, product) => sum + product.regularPrice, 0) })
  }
  await run()
  return run
}

async function time(work: () => unknown, repeats: number): Promise<number> {
  const startedAt = performance.now()
  for (let count = 0; count < repeats; count++) await work()
  return (performance.now() - startedAt) / repeats
}

/** Until the machine has compiled what it runs often, as in a server that has been up for a while. */
const WARM_UP_MS = 1500

async function warmUp(work: () => unknown): Promise<void> {
  for (const startedAt = performance.now(); performance.now() - startedAt < WARM_UP_MS;) await work()
}

async function measure({ subject, against, rounds, repeats }: Row): Promise<[subjectMs: number, againstMs: number]> {
  await warmUp(subject)
  await warmUp(against)
  const times: [number, number][] = []
  for (let round = 0; round < rounds; round++) times.push([await time(subject, repeats), await time(against, repeats)])
  const median = (at: 0 | 1) => times.map((pair) => pair[at]).sort((a, b) => a - b)[Math.floor(rounds / 2)]!
  return [median(0), median(1)]
}

/** The heap that a compiled plan keeps, against the bytes of its file. */
function measureHeap(): { ratio: number; kept: number; bytes: number } {
  const text = JSON.stringify(file)
  const parsed = JSON.parse(text) as typeof file
  const collect = globalThis.gc
  if (!collect) throw new Error('run with --expose-gc')
  collect()
  const before = process.memoryUsage().heapUsed
  const compiled = compilePlan({ store: parsed.store, catalogue: parsed.catalogue, promotions: parsed.plan.promotions })
  computeQuote(compiled, order)
  collect()
  const kept = process.memoryUsage().heapUsed - before
  if (compiled.promotions.length === 0) throw new Error('nothing compiled')
  return { ratio: kept / text.length, kept, bytes: text.length }
}

const results: object[] = []
let isMissed = false
const say = (text: string) => process.stdout.write(`${text}\n`)
const wanted = process.argv[2]
for (const row of ROWS.filter(({ what }) => !wanted || what.includes(wanted))) {
  const [subjectMs, againstMs] = await measure(row)
  const ratio = row.atLeast === undefined ? subjectMs / againstMs : againstMs / subjectMs
  const isMet = row.atLeast === undefined ? ratio <= row.atMost! : ratio >= row.atLeast
  isMissed ||= !isMet
  const target = row.atLeast === undefined ? `at most ${row.atMost} ×` : `at least ${row.atLeast} × faster`
  say(
    `${isMet ? 'met   ' : 'MISSED'} ${ratio.toFixed(2).padStart(8)} × (${target}; ${subjectMs.toFixed(3)} ms, ${againstMs.toFixed(3)} ms)  ${row.what}`,
  )
  results.push({ what: row.what, ratio, target, isMet, subjectMs, againstMs })
}
if (!wanted) {
  const { ratio, kept, bytes } = measureHeap()
  const isMet = ratio <= 4
  isMissed ||= !isMet
  say(
    `${isMet ? 'met   ' : 'MISSED'} ${ratio.toFixed(2).padStart(8)} × (at most 4 ×; ${(kept / 2 ** 20).toFixed(1)} MB, ${(bytes / 2 ** 20).toFixed(1)} MB)  heap kept by the compiled plan, against the bytes of its file`,
  )
  results.push({ what: 'heap', ratio, target: 'at most 4 ×', isMet, kept, bytes })
}
mkdirSync(FOLDER, { recursive: true })
writeFileSync(`${FOLDER}/bench.json`, `${JSON.stringify(results, null, 2)}\n`)
say(`The figures are in ${FOLDER}/bench.json.`)
process.exitCode = isMissed ? 1 : 0
