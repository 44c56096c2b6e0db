import { mkdirSync, writeFileSync } from 'node:fs'
import {
  compilePlan,
  computeFindings,
  computeHorizon,
  computePriceSpans,
  createPricers,
  createProbe,
  createProofMemory,
  findSuspects,
  type ProofInput,
  type Promotion,
} from '@novalex/core'
import { WORDING } from '../../core/src/testing/wording.ts'
import { createCatalogue, createPlan, NOW, STORE } from './data.ts'

/** Of the repository, where npm starts it. */
const FOLDER = '.novalex/bench'
const ROUNDS = 5
const GUEST = { channel: 'web', facts: {} }

/** Whatever a condition names is there. */
const ANY = { has: () => true }

const catalogue = createCatalogue(50_000)
const promotions = createPlan(2000, 30)

const toInput = (kept: readonly Promotion[]): ProofInput => ({
  plan: compilePlan({ store: STORE, catalogue, promotions: kept }),
  now: NOW,
  live: null,
  deliveries: [{ option: 'parcel', price: 490, country: 'AT' }],
  there: { groups: ANY, tags: ANY, audiences: ANY, id: ANY, channel: ANY },
  ...GUEST,
  stock: new Map(),
  sold: new Map(),
  past: new Map(),
  occasions: [],
  follows: {},
  codes: {},
  testCarts: [],
  wording: WORDING,
})

/** The same plan with one promotion edited that reaches one category of 500. */
const edit = (round: number) => promotions.map((one, at) => (at === 700 ? { ...one, name: `Edited ${round}` } : one))

function time(work: () => unknown): number {
  const startedAt = performance.now()
  work()
  return performance.now() - startedAt
}

const median = (times: readonly number[]) => times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)]!
const say = (text: string) => process.stdout.write(`${text}\n`)

/** The bound of the deepest stack for all products, against their price spans; in turns, in one process. */
function measureBound(): number {
  const input = toInput(promotions)
  const probe = createProbe(input)
  const to = computeHorizon([input.plan], NOW)
  const spans = () => {
    const pricerAt = createPricers(GUEST)
    for (const one of input.plan.catalogue.products)
      computePriceSpans(input.plan, one, { from: NOW, to }, GUEST, pricerAt)
  }
  const bounds = () => findSuspects(probe)
  bounds()
  spans()
  const times = Array.from({ length: ROUNDS }, () => [time(bounds), time(spans)] as const)
  return median(times.map(([own]) => own)) / median(times.map(([, against]) => against))
}

/** A check after an edit, against a full one. */
function measureEdit(): number {
  const memory = createProofMemory()
  computeFindings(toInput(promotions), { memory })
  const inputs = Array.from({ length: ROUNDS }, (_, round) => toInput(edit(round)))
  const again = inputs.map((input) => time(() => computeFindings(input, { memory })))
  const full = time(() => computeFindings(toInput(promotions)))
  say(`  after an edit ${Math.round(median(again))} ms, a full check ${Math.round(full)} ms`)
  return median(again) / full
}

const rows = [
  {
    what: 'the bound for 50,000 products under 2,000 promotions, against their price spans',
    ratio: measureBound(),
    most: 10,
  },
  {
    what: 'findings after an edit that reaches 0.2 % of products, against a full check',
    ratio: measureEdit(),
    most: 0.1,
  },
]
for (const { what, ratio, most } of rows)
  say(`${ratio <= most ? '✓' : '✕'} ${what}: ${ratio.toFixed(3)} ×, at most ${most} ×`)
mkdirSync(FOLDER, { recursive: true })
writeFileSync(`${FOLDER}/proof.json`, JSON.stringify(rows))
