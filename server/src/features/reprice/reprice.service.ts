import type { RepriceAnswer, RepriceQuestion } from '@novalex/contract'
import {
  placeBelow,
  checkRepricing,
  compileOthers,
  computeExpectedSales,
  computePriorBefore,
  computeRepricing,
  createProblem,
  createPublicPricer,
  DAY_MS,
  findAccepted,
  isLocalDateTime,
  phaseOf,
  reachOfPick,
  sortOddFirst,
  toInstant,
  toMechanic,
  type CompiledPlan,
  type Facts,
  type Instant,
  type MinorUnits,
  type Product,
  type Promotion,
  type Repriced,
  type RepriceInput,
} from '@novalex/core'
import type { TableDeps } from '../catalogue/productTable.service.ts'
import { refuseIfAny } from '../../platform/errors/AppError.ts'
import { GUEST } from '../../sources/plans/resolveQuestion.ts'
import type { SourcedPlan } from '../../sources/plans/planSource.ts'
import type { PriceHistory } from '../../sources/history/priceHistory.ts'
import { findPicked } from './findPicked.ts'

export interface RepriceTask {
  readonly question: RepriceQuestion
  readonly now: Instant
}

/** Intermediate result: products are selected, the plan is not yet rechecked. */
const SHARES = { found: 0.05, history: 0.85, priced: 0.95 }

/** New prices of all selected products, those with warnings first. */
export async function computeReprice(
  { plans, history, figures }: TableDeps,
  { question, now }: RepriceTask,
  onProgress: (share: number) => void,
): Promise<RepriceAnswer> {
  const sourced = await plans.get('working')
  const { plan } = sourced
  const { repricing, pick } = question
  refuseIfAny(placeBelow('repricing', checkRepricing(repricing)))
  const { from, until } = readDates(question, plan.store.timeZone)
  const at = Date.parse(question.at)
  const products = await findPicked({ history, figures }, sourced, { pick, at, now })
  onProgress(SHARES.found)
  const priors =
    repricing.target === 'sale' ? await findPriors(history, products, { sourced, now, from, onProgress }) : new Map()
  const { catalogueRevision } = sourced
  const [{ bySku: stock }, sold, facts] = await Promise.all([
    figures.allStock(catalogueRevision),
    figures.sold(catalogueRevision, now),
    figures.facts(),
  ])
  const inputs = describeInputs(sourced, products, { at, days: (until - from) / DAY_MS, priors, facts, stock, sold })
  const rows = computeRepricing(inputs, repricing, { store: plan.store, from, until })
  onProgress(SHARES.priced)
  const marked = markOthers(rows, plan, { question, from })
  return { rows: sortOddFirst(marked).map(toRow) }
}

type Prior = ReturnType<typeof computePriorBefore>

async function findPriors(
  history: PriceHistory,
  products: readonly Product[],
  {
    sourced,
    now,
    from,
    onProgress,
  }: { sourced: SourcedPlan; now: Instant; from: Instant; onProgress: (share: number) => void },
): Promise<Map<string, Prior>> {
  const spans = await history.of(products, {
    ahead: sourced,
    now,
    to: Math.max(from, now),
    onProgress: (share) => onProgress(SHARES.found + share * (SHARES.history - SHARES.found)),
  })
  return new Map([...spans].map(([sku, own]) => [sku, computePriorBefore(own, from, sourced.plan.store.priorDays)]))
}

interface Circumstances {
  readonly at: Instant
  readonly days: number
  readonly priors: ReadonlyMap<string, Prior>
  readonly facts: Facts
  readonly stock: ReadonlyMap<string, number>
  readonly sold: ReadonlyMap<string, number>
}

function describeInputs(
  { plan }: SourcedPlan,
  products: readonly Product[],
  { at, days, priors, facts, stock, sold: soldOf }: Circumstances,
): RepriceInput[] {
  const priceOf = createPublicPricer(plan, at, { ...GUEST, facts })
  return products.map((product) => {
    const { regular, price } = priceOf(product)
    const prior = priors.get(product.sku)
    const sold = soldOf.get(product.sku)
    return {
      product: { ...product, stock: stock.get(product.sku) ?? null },
      regular,
      shelf: price,
      prior: prior?.price ?? null,
      reducedSince: prior?.reducedSince ?? null,
      expected: sold === undefined || !Number.isFinite(days) ? null : computeExpectedSales(sold, days),
    }
  })
}

/** Points out the products that would not have the price that was computed, because the plan has something else for them, too. */
function markOthers(
  rows: readonly Repriced[],
  plan: CompiledPlan,
  { question, from }: { readonly question: RepriceQuestion; readonly from: Instant },
): readonly Marked[] {
  const { repricing, pick } = question
  const accepted = findAccepted(rows, repricing.target)
  if (accepted.size === 0) return rows.map(unmarked)
  const mechanic = toMechanic(repricing, accepted, reachOfPick(pick))
  const others = plan.promotions.map(({ promotion }) => promotion)
  const added: Promotion = {
    id: 'repriced',
    name: 'repriced',
    rank: others.reduce((last, { rank }) => Math.max(last, rank), 0) + 1,
    state: 'ready',
    schedule: {},
    code: null,
    when: null,
    mechanic,
    ...(phaseOf(mechanic) === 1 ? { stacking: { group: plan.store.stackGroups[0] ?? '', mode: 'group' } } : {}),
    limits: {},
    ladder: null,
  }
  const priceOf = createPublicPricer(compileOthers(plan, [...others, added]), from, GUEST)
  return rows.map((row) => {
    const wanted = accepted.get(row.sku)
    if (wanted === undefined) return unmarked(row)
    const { regular, price } = priceOf(row.product)
    const then = repricing.target === 'sale' ? price : regular
    return then === wanted ? unmarked(row) : { ...row, then, oddities: ['other-wins', ...row.oddities] }
  })
}

/** With what it will cost in fact, where that is not what was computed. */
type Marked = Repriced & { readonly then: MinorUnits | null }

const unmarked = (row: Repriced): Marked => ({ ...row, then: null })

function readDates({ start, end }: RepriceQuestion, zone: string): { from: Instant; until: Instant } {
  const given = { start, ...(end === null ? {} : { end }) }
  const wrong = Object.entries(given).filter(([, local]) => !isLocalDateTime(local))
  refuseIfAny(wrong.map(([key, local]) => createProblem('no-such-time', key, { given: local })))
  const from = toInstant(start, zone)
  if (end === null) return { from, until: Infinity }
  const until = toInstant(end, zone)
  refuseIfAny(until > from ? [] : [createProblem('ends-before-start', 'end', { start, end })])
  return { from, until }
}

function toRow({
  product,
  regular,
  before,
  after,
  then,
  margin,
  struck,
  oddities,
}: Marked): RepriceAnswer['rows'][number] {
  return { sku: product.sku, name: product.name, regular, before, after, then, margin, struck, odd: [...oddities] }
}
