import type { Value } from '../terms/index.ts'
import { spread, type MinorUnits, type Share } from '../values/index.ts'
import { applySegments, type Segment } from './piece.ts'
import type { Skip } from './skip.ts'
import type { GiftLine, Outcome, Taken, Turn } from './turn.ts'
import { computeReduction } from './value.ts'

/** Uses of each piece's next units, in order; pieces by index. */
export class Ledger {
  readonly segments: Segment[][] = []
  /** Total reduction. */
  total: MinorUnits = 0
  /** Units that got less than their share because of their floor, and what lapsed since no room was left at all. */
  unitsByFloor = 0
  lapsed: MinorUnits = 0

  add(at: number, segment: Segment): void {
    this.total += segment.count * segment.cut
    const known = this.segments[at]
    if (known) known.push(segment)
    else this.segments[at] = [segment]
  }

  /** Takes a value off units, each by itself, as far as the floor lets it. */
  reduce({ at, piece, count }: Taken, value: Value, floor = piece.floor): void {
    const room = Math.max(0, piece.current - floor)
    const wanted = computeReduction(value, piece.regular, piece.current)
    if (wanted > room && room > 0) this.unitsByFloor += count
    const cut = Math.min(wanted, room)
    this.add(at, { count, cut, isTouched: cut > 0 })
  }
}

/** Spreads an amount over units; `times` applications alike, one after the other. */
export function addSpread(
  ledger: Ledger,
  amount: MinorUnits,
  shares: readonly (Share & { at: number })[],
  { times = 1, touchesAll = false } = {},
): void {
  let left = amount
  spread(amount, shares).forEach(({ each, extra, isHeld }, index) => {
    const { at, count } = shares[index]!
    left -= each * count + extra
    if (isHeld) ledger.unitsByFloor += count * times
    if (extra > 0) ledger.add(at, { count: extra * times, cut: each + 1, isTouched: true })
    const isTouched = touchesAll || each > 0
    if (extra < count) ledger.add(at, { count: (count - extra) * times, cut: each, isTouched })
  })
  ledger.lapsed += left * times
}

interface SettleOptions {
  readonly gifts?: readonly GiftLine[]
  readonly further?: Skip | null
  /** Amount withheld by the cap before anything was taken off. */
  readonly overCap?: MinorUnits
  /** How many units it used up; absent: those that it reduced. */
  readonly units?: number
}

/**
 * The state after a promotion: its reductions held to its cap, in proportion to what they were. Tells that it changed nothing if
 * neither a price nor a gift came of it. Source: docs/pricing.md, "Caps".
 */
export function settle(
  { offer, state }: Turn,
  ledger: Ledger,
  { gifts = state.gifts, further = null, overCap = Math.max(0, ledger.total - offer.cap), units }: SettleOptions = {},
): Outcome {
  const { total, segments } = ledger.total > offer.cap ? holdToCap(ledger, offer.cap) : ledger
  if (total === 0 && gifts === state.gifts) return { state: null, skip: { reason: 'no-saving' } }
  const { unitsByFloor, lapsed } = ledger
  const pieces = applySegments(state.pieces, segments, offer.entry)
  return {
    state: { pieces, gifts },
    skip: null,
    further,
    held: { unitsByFloor, lapsed, overCap },
    units: units ?? null,
  }
}

function holdToCap({ segments }: Ledger, cap: MinorUnits): Ledger {
  const flat = segments.flatMap((list, at) => list.map((segment) => ({ at, segment })))
  const portions = spread(
    cap,
    flat.map(({ segment }) => ({ count: segment.count, weight: segment.cut, room: segment.cut })),
  )
  const capped = new Ledger()
  flat.forEach(({ at, segment }, index) => {
    const { each, extra } = portions[index]!
    if (extra > 0) capped.add(at, { ...segment, count: extra, cut: each + 1 })
    capped.add(at, { ...segment, count: segment.count - extra, cut: each })
  })
  return capped
}
