import { isSole, keepOffers, runAll, type Contest, type Settlement } from './contest.ts'
import { searchBest } from './searchBest.ts'

/** Settles phases 2 and 3 as the store settles conflicts. Source: docs/pricing.md, "Stacking". */
export function settleOffers(contest: Contest): Settlement {
  const { session, second, third } = contest
  const sole = [...second, ...third].filter(isSole)
  const others = keepOffers(contest, (one) => !isSole(one))
  const alone = sole.flatMap(
    (one) =>
      runAll(
        keepOffers(contest, (other) => other === one),
        { isStrict: true },
      ) ?? [],
  )
  if (session.plan.store.conflicts === 'best') return searchBest(others, alone)
  const together = runAll(others, { isStrict: false })!
  const first = [...alone, together]
    .flatMap((settlement) => settlement.members.map((member) => ({ rank: member.entry.rank, settlement })))
    .reduce<{ rank: number; settlement: Settlement } | null>(
      (least, one) => (least && least.rank < one.rank ? least : one),
      null,
    )
  return first?.settlement ?? together
}
