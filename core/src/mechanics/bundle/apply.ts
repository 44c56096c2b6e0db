import type { Reach } from '../../terms/index.ts'
import {
  addSpread,
  cheapestFirst,
  countOf,
  dearestFirst,
  explainNothing,
  findTouchable,
  Ledger,
  settle,
  worthOn,
  type Outcome,
  type Piece,
  type Skip,
  type Taken,
  type Turn,
} from '../../units/index.ts'
import type { MinorUnits } from '../../values/index.ts'
import { toNextStep, type OfferAct } from '../shared/act.ts'
import { countUnits, lumpBound, roomOf } from '../shared/bound.ts'
import { timesOf } from '../shared/repeat.ts'
import type { Bundle } from './definition.ts'

export function actBundle(mechanic: Bundle): OfferAct {
  const { price } = mechanic
  return {
    phase: 2,
    effort: 4,
    apply: (turn) => applyBundle(turn, mechanic),
    bound: ({ view, offer, pieces }) =>
      lumpBound(
        Math.min(
          boundBundle(mechanic, (reach) => view.piecesIn(reach, pieces)),
          offer.cap,
        ),
      ),
    findNextStep: (_turn, further) => toNextStep(further, { price }),
  }
}

function boundBundle({ parts, price, repeat }: Bundle, inReach: (reach: Reach) => Piece[]): MinorUnits {
  const own = [...new Set(parts.flatMap(({ reach }) => inReach(reach)))]
  const size = parts.reduce((sum, { quantity }) => sum + quantity, 0)
  const dearest = parts.reduce((sum, { reach, quantity }) => {
    return sum + quantity * inReach(reach).reduce((max, { current }) => Math.max(max, current), 0)
  }, 0)
  const applications = Math.min(timesOf(repeat), Math.floor(countUnits(own) / size))
  return Math.min(Math.max(0, dearest - price) * applications, roomOf(own))
}

/** One application: what it takes, and for how many like it in a row the parts are filled in the same order. */
interface Filling {
  readonly taken: readonly Taken[]
  readonly alike: number
}

interface Part {
  readonly units: readonly Taken[]
  readonly quantity: number
}

/** Several units for one price together, application by application; those alike are made at once. Source: docs/pricing.md, bundle. */
function applyBundle(turn: Turn, mechanic: Bundle): Outcome {
  const order = mechanic.pick === 'cheapest' ? cheapestFirst : dearestFirst
  const parts = mechanic.parts.map(({ reach, quantity }) => ({
    units: findTouchable(turn, reach).sort(order),
    quantity,
  }))
  if (parts.every(({ units }) => units.length === 0)) {
    return {
      state: null,
      skip: explainNothing(
        turn,
        mechanic.parts.map(({ reach }) => reach),
      ),
    }
  }
  const used = new Map<number, number>()
  const free = ({ at, piece }: Taken) => piece.count - (used.get(at) ?? 0)
  const ledger = new Ledger()
  let unitsLeft = turn.offer.unitsLeft
  let skip: Skip | null = null
  for (let left = timesOf(mechanic.repeat); left > 0;) {
    const filling = fillParts(parts, free)
    skip = 'taken' in filling ? judgeFilling(filling, mechanic, unitsLeft) : filling
    if (skip || !('taken' in filling)) break
    const { taken, alike } = filling
    const units = countOf(taken)
    const times = Math.min(left, alike, Math.floor(unitsLeft / units))
    const shares = taken.map(({ at, piece, count }) => {
      return { at, count, weight: piece.current, room: Math.max(0, piece.current - piece.floor) }
    })
    addSpread(ledger, worthOn(taken, 'current') - mechanic.price, shares, { times, touchesAll: true })
    for (const { at, count } of taken) used.set(at, (used.get(at) ?? 0) + count * times)
    left -= times
    unitsLeft -= times * units
  }
  if (ledger.segments.length === 0) return { state: null, skip: skip ?? { reason: 'no-saving' } }
  const bundled = ledger.segments.flat().reduce((sum, { count }) => sum + count, 0)
  return settle(turn, ledger, { further: skip, units: bundled })
}

function judgeFilling({ taken }: Filling, { price }: Bundle, unitsLeft: number): Skip | null {
  const [units, worth] = [countOf(taken), worthOn(taken, 'current')]
  if (worth <= price) return { reason: 'no-saving', found: worth, limit: price }
  if (taken.every(({ piece }) => piece.current <= piece.floor)) return { reason: 'floor' }
  return units > unitsLeft ? { reason: 'units-gone', left: unitsLeft, needed: units } : null
}

/** Fills each time the part not yet filled that has the fewest free units left in its reach. */
function fillParts(parts: readonly Part[], free: (taken: Taken) => number): Filling | Skip {
  const taken = new Map<number, Taken>()
  const takenOf = (at: number) => taken.get(at)?.count ?? 0
  const countLeft = ({ units }: Part) => units.reduce((sum, one) => sum + free(one) - takenOf(one.at), 0)
  const open = parts.map((part, place) => ({ part, place }))
  let missingUnits = 0
  const decisions: { chosen: Rival; others: Rival[] }[] = []
  while (open.length > 0) {
    const rivals = open.map((one) => ({ ...one, count: countLeft(one.part) }))
    const chosen = rivals.reduce((least, one) => (one.count < least.count ? one : least))
    decisions.push({ chosen, others: rivals.filter((one) => one !== chosen) })
    open.splice(
      open.findIndex(({ place }) => place === chosen.place),
      1,
    )
    let wanted = chosen.part.quantity
    for (const one of chosen.part.units) {
      const count = Math.min(wanted, free(one) - takenOf(one.at))
      if (count > 0) taken.set(one.at, { ...one, count: takenOf(one.at) + count })
      wanted -= Math.max(0, count)
      if (wanted === 0) break
    }
    missingUnits += wanted
  }
  if (missingUnits > 0) return { reason: 'not-enough-units', missingUnits }
  const list = [...taken.values()].sort((a, b) => a.at - b.at)
  const byCount = list.reduce((least, one) => Math.min(least, Math.floor(free(one) / one.count)), Infinity)
  return { taken: list, alike: Math.min(byCount, countSameOrder(decisions, taken)) }
}

interface Rival {
  readonly part: Part
  readonly place: number
  readonly count: number
}

/** For how many applications in a row the same part has the fewest units at each decision, as their numbers go down. */
function countSameOrder(
  decisions: readonly { chosen: Rival; others: readonly Rival[] }[],
  taken: ReadonlyMap<number, Taken>,
): number {
  const loss = ({ part }: Rival) => part.units.reduce((sum, { at }) => sum + (taken.get(at)?.count ?? 0), 0)
  let most = Infinity
  for (const { chosen, others } of decisions) {
    for (const other of others) {
      const closing = loss(other) - loss(chosen)
      if (closing <= 0) continue
      const lead = other.count - chosen.count - (other.place < chosen.place ? 1 : 0)
      most = Math.min(most, Math.floor(lead / closing) + 1)
    }
  }
  return most
}
