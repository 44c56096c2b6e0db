import { computeScheduleStatus, normalizeCode } from '../plan/index.ts'
import type { Order } from '../terms/index.ts'
import type { SkipReason } from '../units/index.ts'
import { findExhausted } from './admission.ts'
import type { CompiledPlan } from './compilePlan.ts'
import type { CompiledPromotion } from './compiledPromotion.ts'

export type CodeReason = SkipReason | 'code-unknown' | 'code-mistyped' | 'code-used' | 'code-void' | 'code-over-limit'

/** One of the cart's codes, read. */
export interface CodeReading {
  /** As it was entered. */
  readonly code: string
  /** The promotion that it opens for this order; null if it does not count. */
  readonly opens: string | null
  /** The promotion it belongs to, if any. */
  readonly entry: CompiledPromotion | null
  /** Why it does not count. */
  readonly reason: CodeReason | null
}

/**
 * Reads the cart's codes in the order entered, without duplicates: which promotions they open. Of the codes that open a live promotion
 * whose limits admit the order, the first for each promotion, and of these the first `maxCodesPerOrder`.
 * Source: docs/pricing.md, "Codes".
 */
export function countCodes(plan: CompiledPlan, order: Order): CodeReading[] {
  if (order.cart.codes.length === 0) return []
  const register = new Map(Object.entries(order.codes).map(([text, code]) => [normalizeCode(text), code]))
  const distinct = new Map(order.cart.codes.toReversed().map((code) => [normalizeCode(code), code]))
  const opened = new Set<string>()
  return [...distinct].toReversed().map(([text, code]): CodeReading => {
    const { entry, reason } = findOpened(plan, order, { text, batch: register.get(text) })
    if (!entry || reason) return { code, opens: null, entry: entry ?? null, reason }
    const { id } = entry.promotion
    if (opened.has(id) || opened.size >= plan.store.maxCodesPerOrder) {
      return { code, opens: null, entry, reason: 'code-over-limit' }
    }
    opened.add(id)
    return { code, opens: id, entry, reason: null }
  })
}

interface WantedCode {
  readonly text: string
  readonly batch: Order['codes'][string] | undefined
}

/** The first live promotion by rank that a code opens, or why there is none; with a reason where its limits don't admit the order. */
function findOpened(
  plan: CompiledPlan,
  order: Order,
  { text, batch }: WantedCode,
): { entry: CompiledPromotion | undefined; reason: CodeReason | null } {
  const shared = plan.findByCode(text)
  const ofBatch = batch && plan.findPromotion(batch.promotion)
  const isOfBatch = ofBatch?.promotion.code != null && 'batch' in ofBatch.promotion.code
  const candidates = [...shared, ...(isOfBatch && batch?.state === 'open' ? [ofBatch] : [])].sort(
    (a, b) => a.rank - b.rank,
  )
  const live = candidates.find((entry) => statusOf(entry, order) === null)
  if (live) return { entry: live, reason: findExhausted(live, order.facts[live.id] ?? {}, order)?.reason ?? null }
  if (batch?.state === 'used') return { entry: ofBatch, reason: 'code-used' }
  if (batch?.state === 'void') return { entry: ofBatch, reason: 'code-void' }
  const first = candidates[0]
  return { entry: first, reason: first ? statusOf(first, order) : 'code-unknown' }
}

function statusOf({ promotion, schedule }: CompiledPromotion, { now }: Order): SkipReason | null {
  if (promotion.state !== 'ready') return 'not-ready'
  const status = computeScheduleStatus(schedule, now)
  return status === 'live' ? null : status
}
