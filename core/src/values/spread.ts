import type { MinorUnits } from './money.ts'

/** Alike units among which something is spread. */
export interface Share {
  readonly count: number
  /** In proportion to what each unit takes part. */
  readonly weight: MinorUnits
  /** The most that each unit may take. */
  readonly room: MinorUnits
}

/** Amount per unit of a share: `each`, plus one minor unit for the first `extra` units. */
interface Portion {
  readonly each: MinorUnits
  readonly extra: number
  /** Its room left it with less than its share. */
  readonly isHeld: boolean
}

const NOTHING: Portion = { each: 0, extra: 0, isHeld: false }

/**
 * Spreads an amount over units by largest remainder, none beyond its room; what finds no room lapses. Shares are in cart line
 * order. Costs the same for shares of one unit and of ten thousand. Source: docs/pricing.md, "Spreading".
 */
export function spread(amount: MinorUnits, shares: readonly Share[]): Portion[] {
  const portions: Portion[] = new Array<Portion>(shares.length).fill(NOTHING)
  const open: OpenShare[] = []
  let sum = 0
  for (let at = 0; at < shares.length; at++) {
    const { count, weight, room } = shares[at]!
    if (room <= 0 || count <= 0) continue
    sum += weight * count
    open.push({ at, count, weight, room, each: 0, extra: 0, remainder: 0, isHeld: false })
  }
  if (sum === 0 || amount <= 0) return portions
  let left = amount
  for (const share of open) {
    divideInto(share, amount, sum)
    left -= share.each * share.count
  }
  // Sorting is stable, so equal remainders stay in cart line order.
  if (left > 0) giveRounds(open.sort(byRemainder), left)
  for (const { at, each, extra, isHeld } of open) portions[at] = { each, extra, isHeld }
  return portions
}

interface OpenShare extends Share {
  readonly at: number
  each: number
  extra: number
  remainder: number
  isHeld: boolean
}

const byRemainder = (a: OpenShare, b: OpenShare) => b.remainder - a.remainder

/** One minor unit at a time to units with room, round after round; whole rounds are given at once. */
function giveRounds(order: readonly OpenShare[], amount: number): void {
  let left = amount
  while (left > 0) {
    let units = 0
    let least = Infinity
    for (const share of order) {
      share.isHeld ||= share.each >= share.room
      if (share.isHeld) continue
      units += share.count
      least = Math.min(least, share.room - share.each)
    }
    if (units === 0) return
    const rounds = Math.min(least, Math.floor(left / units))
    for (const share of order) {
      if (share.isHeld) continue
      if (rounds > 0) share.each += rounds
      else {
        share.extra = Math.min(share.count, left)
        left -= share.extra
      }
    }
    if (rounds === 0) return
    left -= rounds * units
  }
}

/** Each unit's whole part, `floor(amount × weight / sum)`, at most its room, and the remainder; exact beyond the safe integers. */
function divideInto(share: OpenShare, amount: number, sum: number): void {
  const product = amount * share.weight
  if (Number.isSafeInteger(product)) {
    share.remainder = product % sum
    share.each = Math.min((product - share.remainder) / sum, share.room)
    return
  }
  const exact = BigInt(amount) * BigInt(share.weight)
  share.remainder = Number(exact % BigInt(sum))
  share.each = Math.min(Number(exact / BigInt(sum)), share.room)
}
