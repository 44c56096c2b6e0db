import { addDays, type Ladder, type MinorUnits, type Value } from '@novalex/core'
import { createValue, type ValueKind } from '@/mechanics/shared/valueKinds.ts'

export interface Rung {
  readonly at: number | string
  readonly value: Value
}

/** Inputs of the first steps. */
export interface Ground {
  /** Value without a ladder; undefined: none. */
  readonly base: Value | undefined
  /** The regular price of a product that it is for; null: none is known. */
  readonly price: MinorUnits | null
  readonly kinds: readonly ValueKind[]
  /** The day of the store, `2027-03-10`. */
  readonly today: string
  /** How many units have been sold. */
  readonly sold: number
  /** Whether there is nothing before the first step. */
  readonly isRequired: boolean
}

type By = Ladder['by']

const FIRST_SOLD = 10
const FIRST_HOURS = 24
const WHOLE = 10_000
const DEEPEST = 9000

/** Whether steps come in the order of their numbers as time goes on, or against it. */
const goesDown = (by: By) => by === 'hoursLeft' || by === 'unitsLeft'

/** The steps as a plan has them: by their limits, upward. Those with the same limit stay in their order. */
export function sortRungs<R extends Pick<Rung, 'at'>>(rungs: readonly R[]): R[] {
  return rungs.toSorted((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
}

/** The steps in the order in which they happen. */
export function orderRungs<R extends Pick<Rung, 'at'>>(by: By, rungs: readonly R[]): R[] {
  const sorted = sortRungs(rungs)
  return goesDown(by) ? sorted.toReversed() : sorted
}

/** A ladder to begin with. Its first step comes after what holds without it, never in its place. */
export function createLadder(by: By, ground: Ground): Ladder {
  const { base, price, kinds, today, sold, isRequired } = ground
  const first = base ?? createFirst(kinds, price)
  const at = {
    date: `${addDays(today, isRequired ? 0 : 1)}T00:00`,
    unitsSold: isRequired ? 0 : (Math.floor(sold / FIRST_SOLD) + 1) * FIRST_SOLD,
    unitsLeft: FIRST_SOLD,
    hoursLeft: FIRST_HOURS,
  }
  return { by, rungs: [{ at: at[by], value: isRequired || !base ? first : findNext(by, base) }] } as Ladder
}

/** The step after the last one that happens. */
export function createNextRung(by: By, rungs: readonly Rung[]): Rung {
  const last = orderRungs(by, rungs).at(-1)!
  const value = findNext(by, last.value)
  if (typeof last.at === 'string') return { at: `${addDays(last.at.slice(0, 10), 1)}${last.at.slice(10)}`, value }
  return { at: goesDown(by) ? Math.floor(last.at / 2) : last.at + FIRST_SOLD, value }
}

/** The product's own price, where the kind is a price; else the kind's usual first value. */
function createFirst(kinds: readonly ValueKind[], price: MinorUnits | null): Value {
  const first = createValue(kinds[0]!)
  return 'price' in first && price !== null ? { price } : first
}

/**
 * A value that could follow: less off as more is sold, more off as the end comes near. A price stays as it is: no price is proposed that is not there
 * already.
 */
function findNext(by: By, value: Value): Value {
  const isDeeper = by === 'hoursLeft' || by === 'date'
  if ('percent' in value) {
    const percent = isDeeper ? Math.min(value.percent + 1000, Math.max(DEEPEST, value.percent)) : value.percent / 2
    return { ...value, percent: Math.min(WHOLE, Math.max(100, Math.round(percent / 100) * 100)) }
  }
  if ('amount' in value)
    return { ...value, amount: Math.max(1, isDeeper ? value.amount * 2 : Math.round(value.amount / 2)) }
  return value
}

/** The number of a value, whatever it means. */
const numberOf = (value: Value) => ('percent' in value ? value.percent : 'amount' in value ? value.amount : value.price)
const withNumber = (value: Value, number: number): Value =>
  'percent' in value
    ? { ...value, percent: number }
    : 'amount' in value
      ? { ...value, amount: number }
      : { price: number }

/** Many steps at once, every so many units sold. */
export interface Filling {
  readonly every: number | null
  readonly start: number | null
  /** By how much each step goes on, in the direction of `until`. */
  readonly step: number | null
  readonly until: number | null
}

const MOST_RUNGS = 200

/** First figures for many steps: from the value that is there; a price goes up by a tenth each time, a reduction down to nothing. */
export function proposeFilling(value: Value): Filling {
  const start = numberOf(value)
  if ('price' in value) {
    const step = Math.max(1, Math.round(start / 10))
    return { every: 3, start, step, until: start + 5 * step }
  }
  const step =
    'percent' in value ? Math.max(100, Math.round(start / 4 / 100) * 100) : Math.max(1, Math.round(start / 4))
  return { every: 3, start, step, until: Math.max(step, start - 3 * step) }
}

/** Steps by units sold, whose number goes from `start` toward `until` by `step`; null where that makes none or too many. */
export function fillRungs(like: Value, { every, start, step, until }: Filling): { at: number; value: Value }[] | null {
  if (!every || start === null || !step || until === null) return null
  const count = Math.floor(Math.abs(until - start) / step) + 1
  if (count > MOST_RUNGS) return null
  const sign = until < start ? -1 : 1
  return Array.from({ length: count }, (_, index) => ({
    at: index * every,
    value: withNumber(like, start + sign * index * step),
  }))
}
