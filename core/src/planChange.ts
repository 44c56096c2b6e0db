import type { CompiledPlan } from './compilePlan.ts'
import type { MinorUnits } from './money.ts'
import type { Promotion } from './plan.ts'
import { computeHorizon, computePriceSpans, type Onlooker, type PriceSpan } from './timeline.ts'
import type { Instant } from './time.ts'

export interface PromotionChange {
  readonly promotion: Promotion
  readonly kind: 'added' | 'removed' | 'changed'
  /** The top-level fields that differ, for a changed one. */
  readonly fields: readonly string[]
}

/** A stretch of time in which a product would cost something else. */
export interface PriceShift {
  readonly from: Instant
  readonly until: Instant
  readonly before: MinorUnits
  readonly after: MinorUnits
}

export interface ProductShift {
  readonly sku: string
  readonly shifts: readonly PriceShift[]
}

/** What tells two promotions of one id apart. Every field is named here, so that a new one can't be forgotten. */
const IS_COMPARED: { readonly [K in keyof Required<Promotion>]: boolean } = {
  id: false,
  name: true,
  rank: true,
  state: true,
  schedule: true,
  code: true,
  when: true,
  mechanic: true,
  stacking: true,
  limits: true,
  ladder: true,
  display: true,
}

const COMPARED_FIELDS = (Object.keys(IS_COMPARED) as (keyof Promotion)[]).filter((field) => IS_COMPARED[field])

/** What one plan adds, removes and changes against another, by promotion id, in the order of the new plan, removed ones last. */
export function comparePromotions(before: readonly Promotion[], after: readonly Promotion[]): PromotionChange[] {
  const old = new Map(before.map((promotion) => [promotion.id, promotion]))
  const kept = new Set(after.map((promotion) => promotion.id))
  const changes: PromotionChange[] = []
  for (const promotion of after) {
    const previous = old.get(promotion.id)
    if (!previous) {
      changes.push({ promotion, kind: 'added', fields: [] })
      continue
    }
    const isOther = (field: keyof Promotion) => stableJson(previous[field]) !== stableJson(promotion[field])
    const fields = COMPARED_FIELDS.filter(isOther)
    if (fields.length > 0) changes.push({ promotion, kind: 'changed', fields })
  }
  const removed = before.filter((promotion) => !kept.has(promotion.id))
  return [...changes, ...removed.map((promotion) => ({ promotion, kind: 'removed' as const, fields: [] }))]
}

/**
 * Every product whose shelf price would differ at some moment from `now` on, with when and by how much. Both plans must share one
 * catalogue. Looks as far ahead as `computeHorizon` says.
 */
export function compareShelfPrices(
  before: CompiledPlan,
  after: CompiledPlan,
  now: Instant,
  onlooker: Onlooker,
): { readonly until: Instant; readonly products: ProductShift[] } {
  const to = computeHorizon([before, after], now)
  const products: ProductShift[] = []
  for (const product of after.catalogue.products) {
    if (before.findPricing(product).length + after.findPricing(product).length === 0) continue
    const spansOf = (plan: CompiledPlan) => computePriceSpans(plan, product, { from: now, to }, onlooker)
    const shifts = compareSpans(spansOf(before), spansOf(after))
    if (shifts.length > 0) products.push({ sku: product.sku, shifts })
  }
  return { until: to, products }
}

/** Where two price lines over the same stretch of time differ; equal neighbours joined. */
export function compareSpans(before: readonly PriceSpan[], after: readonly PriceSpan[]): PriceShift[] {
  const shifts: PriceShift[] = []
  for (let i = 0, j = 0; i < before.length && j < after.length;) {
    const [old, young] = [before[i]!, after[j]!]
    const from = Math.max(old.from, young.from)
    const until = Math.min(old.until, young.until)
    if (old.price !== young.price) join(shifts, { from, until, before: old.price, after: young.price })
    if (old.until === until) i++
    if (young.until === until) j++
  }
  return shifts
}

function join(shifts: PriceShift[], shift: PriceShift): void {
  const last = shifts.at(-1)
  const continues = last?.until === shift.from && last.before === shift.before && last.after === shift.after
  if (continues) shifts[shifts.length - 1] = { ...last, until: shift.until }
  else shifts.push(shift)
}

/** With sorted keys and without what is empty, so that equal rules compare equal however they were written. */
function stableJson(value: unknown): string | undefined {
  return JSON.stringify(toStable(value))
}

function toStable(value: unknown): unknown {
  if (value === null || value === undefined) return undefined
  if (typeof value !== 'object') return value
  if (Array.isArray(value)) return value.map(toStable)
  const filled = Object.entries(value).flatMap(([key, inner]: [string, unknown]) => {
    const stable = toStable(inner)
    return stable === undefined ? [] : [[key, stable] as const]
  })
  return filled.length === 0 ? undefined : Object.fromEntries(filled.sort(([a], [b]) => (a < b ? -1 : 1)))
}
