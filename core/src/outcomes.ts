import { isAdmitted, judgeWhen, type AdmittedPromotion, type Skip, type SkipReason } from './admission.ts'
import type { CompiledPromotion } from './compilePlan.ts'
import type { MinorUnits } from './money.ts'
import { applyOffer } from './offers/applyOffer.ts'
import { findNextStep, stateBefore, toNudge, type Nudge } from './nudges.ts'
import type { Miss } from './offers/offer.ts'
import { keepOffers, runAll } from './offers/settleOffers.ts'
import type { Settled } from './quote.ts'
import type { LeftOut } from './shelf.ts'
import { explainShelf } from './shelfPhase.ts'

export interface PromotionOutcome {
  readonly promotion: string
  readonly outcome: 'applied' | 'skipped'
  readonly reason: SkipReason | null
  readonly amount: MinorUnits
  readonly facts: Readonly<Record<string, unknown>>
}

type Reason = Skip | Miss

/** What became of every promotion of the plan, and what those that lack only a little would need. */
export function describeOutcomes(
  settled: Settled,
  amounts: ReadonlyMap<string, MinorUnits>,
): { readonly promotions: PromotionOutcome[]; readonly nudges: Nudge[] } {
  const nudges: Nudge[] = []
  const cut = countCutUnits(settled)
  const leftOut = explainShelf(settled.shelf, settled.session.plan)
  const promotions = settled.session.plan.promotions.map((entry): PromotionOutcome => {
    const { id } = entry.promotion
    const amount = amounts.get(id)
    if (amount !== undefined) {
      nudges.push(...findNextStep(settled, entry))
      const facts = cut.has(id) ? { unitsCutByFloor: cut.get(id) } : {}
      return { promotion: id, outcome: 'applied', reason: null, amount, facts }
    }
    const { reason, ...facts } = explain(settled, entry, leftOut)
    nudges.push(...toNudge(entry, facts as Partial<Miss>))
    return { promotion: id, outcome: 'skipped', amount: 0, reason, facts: toFacts(facts) }
  })
  return { promotions, nudges }
}

function explain(
  settled: Settled,
  entry: CompiledPromotion,
  leftOut: ReadonlyMap<string, LeftOut>,
): Reason & { withIt?: MinorUnits } {
  const { session, contest, delivery, surcharges, settlement } = settled
  switch (entry.phase) {
    case 0: {
      const admission = session.admittedWith(entry, [])
      return isAdmitted(admission) ? { reason: 'nothing-in-reach' } : admission
    }
    case 1: {
      const admission = session.admittedWith(entry, [])
      return isAdmitted(admission) ? (leftOut.get(entry.promotion.id) ?? { reason: 'nothing-in-reach' }) : admission
    }
    case 2:
    case 3: {
      const admission = entry.phase === 2 ? session.admittedWith(entry, contest.pieces) : session.admitted(entry)
      return isAdmitted(admission) ? explainLeftOut(settled, admission) : admission
    }
    default: {
      const known = [...delivery.all, ...surcharges].find((extra) => extra.entry === entry)
      if (known?.miss) return known.miss
      // A delivery offer that another one beat.
      if (known && delivery.chosen) return { reason: 'better-without', by: delivery.chosen.entry.promotion.id }
      const admission = session.admittedWith(entry, settlement.state.pieces)
      return isAdmitted(admission) ? { reason: 'nothing-in-reach' } : admission
    }
  }
}

/** Tries the promotion in its place among those that applied: it does nothing there, or the order would come to more with it. */
function explainLeftOut(settled: Settled, offer: AdmittedPromotion): Reason & { withIt?: MinorUnits } {
  const { contest, settlement, session } = settled
  const { entry } = offer
  const soleMember = settlement.members.find((member) => member.entry.promotion.stacking?.mode === 'sole')
  if (soleMember) return { reason: 'sole', by: soleMember.entry.promotion.id }
  const miss = tryInPlace(settled, offer)
  if (miss) return miss
  const joined = keepOffers(contest, (one) => one === offer || settlement.members.includes(one))
  const withIt = runAll(joined, { isStrict: false })!
  if (entry.promotion.stacking?.mode === 'sole') {
    return session.plan.store.conflicts === 'best' ? { reason: 'better-without' } : { reason: 'sole' }
  }
  return { reason: 'better-without', withIt: withIt.pay }
}

/** Why it changes nothing after the members that come before it; null if it would. */
function tryInPlace(settled: Settled, offer: AdmittedPromotion): Reason | null {
  const { contest, settlement, session } = settled
  if (offer.entry.phase === 3) {
    const second = keepOffers(contest, (one) => one.entry.phase === 2 && settlement.members.includes(one))
    const start = runAll(second, { isStrict: false })!
    const skip = judgeWhen(offer.entry, session.view(start.state.pieces))
    if (skip) return skip
  }
  return applyOffer({ session, offer, state: stateBefore(settled, offer) }).miss
}

function toFacts({ by, failed, ...rest }: { by?: string; failed?: Skip['failed']; [key: string]: unknown }) {
  return { ...rest, ...(by === undefined ? {} : { promotion: by }), ...failed }
}

function countCutUnits({ shelf }: Settled): Map<string, number> {
  const cut = new Map<string, number>()
  for (const { units, shelf: price } of shelf.lines.flatMap((line) => line.groups)) {
    for (const step of price.steps) {
      if (step.cutByFloor) cut.set(step.entry.promotion.id, (cut.get(step.entry.promotion.id) ?? 0) + units)
    }
  }
  return cut
}
