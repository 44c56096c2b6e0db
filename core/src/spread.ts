import type { MinorUnits } from './money.ts'

/** Alike units among which something is spread. */
export interface Share {
  readonly count: number
  /** In proportion to what each unit takes part. */
  readonly weight: MinorUnits
  /** The most that each unit may take. */
  readonly room: MinorUnits
}

/** What each unit of a share gets: `each`, and the first `extra` units one minor unit more. */
export interface Portion {
  readonly each: MinorUnits
  readonly extra: number
}

const NOTHING: Portion = { each: 0, extra: 0 }

/**
 * Spreads an amount over units by largest remainder, none beyond its room; what finds no room lapses. Shares are in cart line
 * order. Costs the same for shares of one unit and of ten thousand. Source: docs/pricing.md, "Spreading".
 */
export function spread(amount: MinorUnits, shares: readonly Share[]): Portion[] {
  const open = shares.flatMap((share, at) =>
    share.room > 0 && share.count > 0 ? [{ ...share, at, each: 0, extra: 0, remainder: 0 }] : [],
  )
  const sum = open.reduce((total, { weight, count }) => total + weight * count, 0)
  const portions: Portion[] = shares.map(() => NOTHING)
  if (sum === 0 || amount <= 0) return portions
  let left = amount
  for (const share of open) {
    const { quotient, remainder } = divide(amount, share.weight, sum)
    share.each = Math.min(quotient, share.room)
    share.remainder = remainder
    left -= share.each * share.count
  }
  // Sorting is stable, so equal remainders stay in cart line order.
  open.sort((a, b) => b.remainder - a.remainder)
  giveRounds(open, left)
  for (const { at, each, extra } of open) portions[at] = { each, extra }
  return portions
}

interface OpenShare extends Share {
  each: number
  extra: number
}

/** One minor unit at a time to units with room, round after round; whole rounds are given at once. */
function giveRounds(order: readonly OpenShare[], amount: number): void {
  let left = amount
  for (;;) {
    const open = order.filter((share) => share.each < share.room)
    const units = open.reduce((total, share) => total + share.count, 0)
    if (left <= 0 || units === 0) return
    if (left < units) {
      for (const share of open) {
        share.extra = Math.min(share.count, left)
        left -= share.extra
      }
      return
    }
    const rounds = open.reduce((least, share) => Math.min(least, share.room - share.each), Math.floor(left / units))
    for (const share of open) share.each += rounds
    left -= rounds * units
  }
}

/** `floor(a × b / c)` and the remainder, exact beyond the safe integers of the product. */
function divide(a: number, b: number, c: number): { quotient: number; remainder: number } {
  const product = a * b
  if (Number.isSafeInteger(product)) {
    const remainder = product % c
    return { quotient: (product - remainder) / c, remainder }
  }
  const exact = BigInt(a) * BigInt(b)
  return { quotient: Number(exact / BigInt(c)), remainder: Number(exact % BigInt(c)) }
}
