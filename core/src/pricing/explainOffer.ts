import type { OfferAct } from '../mechanics/index.ts'
import type { Skip } from '../units/index.ts'
import { judgeWhen, type AdmittedPromotion } from './admission.ts'
import { computePay, isSole, keepOffers, runAll, type Contest, type Settlement } from './contest.ts'
import type { Replay } from './replay.ts'
import { searchWith } from './searchBest.ts'

interface SettledContest {
  readonly contest: Contest
  readonly settlement: Settlement
  readonly turns: Replay
}

/**
 * Why an admitted promotion of phase 2 or 3 is not among those that applied. With `best`, one that some allowed set holds was weighed:
 * the order would have come to more with it, or to no less. Else it changes nothing in its place. Source: docs/pricing.md, "Reasons".
 */
export function explainOffer(settled: SettledContest, offer: AdmittedPromotion<OfferAct>): Skip {
  const { contest, settlement } = settled
  if (![...contest.second, ...contest.third].includes(offer)) return { reason: 'nothing-in-reach' }
  const payOf = ({ state }: Settlement) => computePay(contest, state)
  const isBest = contest.session.plan.store.conflicts === 'best'
  const sole = settlement.members.find(isSole)
  if (sole || isSole(offer)) {
    const itself = runItself(contest, offer)
    if (!itself) return explainItself(contest, offer)
    if (sole && !(isBest && isSole(offer))) return { reason: 'sole', promotion: sole.entry.id }
    if (isBest) return { reason: 'better-without', withIt: payOf(itself), without: payOf(settlement) }
    const first = findFirst(settlement)
    return { reason: 'sole', because: 'own-alone', ...(first === undefined ? {} : { promotion: first }) }
  }
  const skip = tryInPlace(settled, offer)
  const joined = isBest || skip === null ? searchWith(contest, settlement, offer) : null
  if (!joined) return skip ?? { reason: 'no-saving' }
  const inTheWay = skip?.reason === 'stacking' ? { promotion: skip.promotion, because: skip.because } : {}
  return { reason: 'better-without', withIt: payOf(joined), without: payOf(settlement), ...inTheWay }
}

function runItself(contest: Contest, offer: AdmittedPromotion<OfferAct>): Settlement | null {
  return runAll(
    keepOffers(contest, (one) => one === offer),
    { isStrict: true },
  )
}

/** Why it would change nothing if there were no other. */
function explainItself(contest: Contest, offer: AdmittedPromotion<OfferAct>): Skip {
  const { session, pieces } = contest
  const skip = offer.entry.phase === 3 ? judgeWhen(offer.entry, session.view(pieces)) : null
  return (
    skip ??
    offer.entry.act.apply({ view: session, offer, state: { pieces, gifts: [] } }).skip ?? { reason: 'no-saving' }
  )
}

/** Why it changes nothing after the members that come before it; null if it would. */
function tryInPlace({ contest: { session }, turns }: SettledContest, offer: AdmittedPromotion<OfferAct>): Skip | null {
  const { entry } = offer
  const skip = entry.phase === 3 ? judgeWhen(entry, session.view(turns.afterSecond.pieces)) : null
  return skip ?? offer.entry.act.apply({ view: session, offer, state: turns.stateBefore(entry) }).skip
}

/** Of the promotions that applied, the one that comes first. */
function findFirst({ members }: Settlement): string | undefined {
  return members.toSorted((a, b) => a.entry.rank - b.entry.rank)[0]?.entry.id
}
