import { definitionOf, toNextStep, type NextStep } from '../mechanics/index.ts'
import type { Skip } from '../units/index.ts'
import { isAdmitted } from './admission.ts'
import { actsIn, type CompiledPromotion } from './compiledPromotion.ts'
import type { Nudge } from './quote.ts'
import type { Replay } from './replay.ts'
import type { Settled } from './settled.ts'

/** Whether a promotion is of a kind that takes more of something; the others have no nudges. */
export function canNudge({ promotion: { mechanic } }: CompiledPromotion): boolean {
  return definitionOf(mechanic).firstReward(mechanic) !== null
}

/** The nudge of a promotion that was skipped only because something is lacking. */
export function toNudge({ id, promotion: { mechanic } }: CompiledPromotion, skip: Skip): Nudge[] {
  const reward = definitionOf(mechanic).firstReward(mechanic)
  const step = reward && toNextStep(skip, reward)
  return step ? [{ promotion: id, ...step }] : []
}

/** The nudge of a promotion that applied, for its next tier, or one more application. Source: docs/pricing.md, "Reasons". */
export function findNextStep(settled: Settled, turns: Replay, entry: CompiledPromotion): Nudge[] {
  const step = computeNextStep(settled, turns, entry)
  return step ? [{ promotion: entry.id, ...step }] : []
}

function computeNextStep({ session, settlement }: Settled, turns: Replay, entry: CompiledPromotion): NextStep | null {
  if (actsIn(entry, 4)) return entry.act.findNextStep(settlement.state.pieces)
  if (!actsIn(entry, 2, 3)) return null
  const admission = session.admitted(entry)
  if (!isAdmitted(admission)) return null
  const outcome = turns.turnOf(entry)?.outcome
  const turn = { view: session, offer: admission, state: turns.stateBefore(entry) }
  return entry.act.findNextStep(turn, outcome?.state ? outcome.further : null)
}
