import { isAdmitted } from './admission.ts'
import type { CompiledPromotion } from './compilePlan.ts'
import type { MinorUnits } from './money.ts'
import { countOf, findTouchable, type OfferContext } from './offers/offer.ts'
import type { Replay } from './offers/replay.ts'
import { countKey } from './offers/unitDiscounts.ts'
import { sumOf } from './piece.ts'
import type { Mechanic, QuantityBreak, Tier } from './plan.ts'
import type { Settled } from './quote.ts'
import type { Skip } from './skip.ts'

/** How little more an order needs for a promotion, or for its next tier. */
export interface Nudge {
  readonly promotion: string
  readonly missingUnits?: number
  readonly missingAmount?: MinorUnits
  /** What it would get: a value, a bundle's price, or what is given. */
  readonly reward: unknown
}

/** The nudge of a promotion that was skipped only because something is lacking. */
export function toNudge({ promotion }: CompiledPromotion, { missingUnits, missingAmount }: Skip): Nudge[] {
  if (missingUnits === undefined && missingAmount === undefined) return []
  const reward = firstReward(promotion.mechanic)
  const missing = missingUnits === undefined ? { missingAmount } : { missingUnits }
  return [{ promotion: promotion.id, ...missing, reward }]
}

function firstReward(mechanic: Mechanic): unknown {
  if ('tiers' in mechanic) return mechanic.tiers[0]!.value
  if (mechanic.kind === 'bundle') return { price: mechanic.price }
  return mechanic.kind === 'buy-get' ? mechanic.get : null
}

/** The nudge of a promotion that applied, for its next tier, or one more application. Source: docs/pricing.md, "Reasons". */
export function findNextStep(settled: Settled, turns: Replay, entry: CompiledPromotion): Nudge[] {
  const { mechanic, id } = entry.promotion
  const admission = settled.session.admitted(entry)
  if (!isAdmitted(admission)) return []
  if (mechanic.kind === 'buy-get' || mechanic.kind === 'bundle') {
    const outcome = turns.turnOf(entry)?.outcome
    return outcome?.state && outcome.further ? toNudge(entry, outcome.further) : []
  }
  if (!('tiers' in mechanic)) return []
  if (mechanic.kind === 'delivery') {
    const next = findAbove(mechanic.tiers, sumOf(settled.settlement.state.pieces, mechanic.basis))
    return next ? [{ promotion: id, missingAmount: next.missing, reward: next.tier.value }] : []
  }
  const context = { session: settled.session, offer: admission, state: turns.stateBefore(entry) }
  if (mechanic.kind === 'quantity-break') {
    const next = findFewestUnits(context, mechanic)
    return next ? [{ promotion: id, missingUnits: next.missing, reward: next.tier.value }] : []
  }
  const figure = mechanic.kind === 'spend-break' ? 'shelf' : 'current'
  const worth = findTouchable(context, mechanic.reach).reduce((sum, { piece, count }) => sum + piece[figure] * count, 0)
  const next = findAbove(mechanic.tiers, worth)
  return next ? [{ promotion: id, missingAmount: next.missing, reward: next.tier.value }] : []
}

interface Next {
  readonly tier: Tier
  readonly missing: number
}

function findAbove(tiers: readonly Tier[], figure: number): Next | null {
  const tier = tiers.find(({ from }) => from > figure)
  return tier ? { tier, missing: tier.from - figure } : null
}

/** Of the counted groups, the one that is nearest to a further tier. */
function findFewestUnits(context: OfferContext, { reach, count, tiers }: QuantityBreak): Next | null {
  const units = findTouchable(context, reach)
  const keys = new Set(units.map(({ piece }) => countKey(count, piece.product)))
  let fewest: Next | null = null
  for (const key of keys) {
    const next = findAbove(tiers, countOf(units.filter(({ piece }) => countKey(count, piece.product) === key)))
    if (next && (fewest === null || next.missing < fewest.missing)) fewest = next
  }
  return fewest
}
