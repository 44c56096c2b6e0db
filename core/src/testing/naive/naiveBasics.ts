/**
 * A second pricing, written from docs/pricing.md unit by unit and subset by subset. It shares no code with the fast one and is
 * as plain as it can be: only tests use it, to hold the two against each other.
 */

/** A case as a plan file holds it. Everything in it is plain data; the fast pricing's types are not used on purpose. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type Json = any

export interface Unit {
  readonly line: number
  readonly index: number
  readonly product: Json
  readonly regular: number
  shelf: number
  current: number
  readonly floor: number
  touched: Json[]
  /** Reductions by promotion id. */
  readonly cuts: Map<string, number>
}

export const round = (x: number) => Math.floor(x + 0.5)

/** Exact for what tests use: numerators well below 2^53. */
export const share = (amount: number, bp: number) => Math.floor((amount * bp * 2 + 10_000) / 20_000)

const formats = new Map<string, Intl.DateTimeFormat>()

export function wallClock(ms: number, zone: string): string {
  let format = formats.get(zone)
  if (!format) {
    format = new Intl.DateTimeFormat('en-US', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
    })
    formats.set(zone, format)
  }
  const parts = Object.fromEntries(format.formatToParts(ms).map((part) => [part.type, part.value]))
  return `${parts.year}-${parts.month}-${parts.day}T${parts.hour}:${parts.minute}`
}

const instants = new Map<string, number>()

/** The first instant whose wall clock reads `local`; inside a gap, moved forward by the gap. */
export function instantOf(local: string, zone: string): number {
  const key = `${local} ${zone}`
  let instant = instants.get(key)
  if (instant === undefined) instants.set(key, (instant = searchInstant(local, zone)))
  return instant
}

function searchInstant(local: string, zone: string): number {
  const wall = Date.parse(`${local}:00Z`)
  for (let offset = 14 * 60; offset >= -14 * 60; offset -= 15) {
    const ms = wall - offset * 60_000
    if (wallClock(ms, zone) === local) return ms
  }
  const dayBefore = wall - 86_400_000
  return wall - (Date.parse(`${wallClock(dayBefore, zone)}:00Z`) - dayBefore)
}

export function isScheduled({ start, end, weekly }: Json, zone: string, now: number): boolean {
  if (start !== undefined && now < instantOf(start, zone)) return false
  if (end !== undefined && now >= instantOf(end, zone)) return false
  if (weekly === undefined || weekly.length === 0) return true
  const today = wallClock(now, zone).slice(0, 10)
  const shift = (date: string, days: number) =>
    new Date(Date.parse(`${date}T00:00Z`) + days * 86_400_000).toISOString().slice(0, 10)
  return weekly.some((window: Json) =>
    [-1, 0].some((days) => {
      const date = shift(today, days)
      const weekday = new Date(`${date}T00:00Z`).getUTCDay() || 7
      if (!window.days.includes(weekday)) return false
      const last = window.to <= window.from ? shift(date, 1) : date
      return now >= instantOf(`${date}T${window.from}`, zone) && now < instantOf(`${last}T${window.to}`, zone)
    }),
  )
}

export function reaches(reach: Json, product: Json, regular: number, catalogue: Json): boolean {
  const holds = (keys: Json) => {
    const inCategory = (id: string): boolean => {
      const wanted: string[] = keys.categories
      for (let next: string | null = id, steps = 0; next !== null && steps < 50; steps++) {
        if (wanted.includes(next)) return true
        next = catalogue.categories.find((one: Json) => one.id === next)?.parent ?? null
      }
      return false
    }
    if (keys.skus && !keys.skus.includes(product.sku)) return false
    if (keys.categories && !product.categories.some(inCategory)) return false
    if (
      keys.sets &&
      !keys.sets.some((id: string) => catalogue.sets.find((set: Json) => set.id === id)?.skus.includes(product.sku))
    )
      return false
    if (keys.tags && !keys.tags.some((tag: string) => product.tags.includes(tag))) return false
    if (keys.families && !keys.families.includes(product.family)) return false
    const { from = -Infinity, below = Infinity } = keys.regularPrice ?? {}
    return regular >= from && regular < below
  }
  return holds(reach) && !(reach.except && holds(reach.except))
}

export const valueCut = (value: Json, unit: Unit): number => {
  const raw =
    'percent' in value
      ? share(value.of === 'regular' ? unit.regular : unit.current, value.percent)
      : 'amount' in value
        ? value.amount
        : unit.current - value.price
  return Math.max(0, Math.min(raw, unit.current))
}

/** Spreads `total` in proportion to `weights`, none beyond its `room`: docs/pricing.md, "Spreading". */
export function spread(total: number, weights: number[], room: number[]): number[] {
  const open = weights.map((_, at) => at).filter((at) => room[at]! > 0)
  const sum = open.reduce((all, at) => all + weights[at]!, 0)
  const given = weights.map(() => 0)
  const wanted = Math.min(
    total,
    open.reduce((all, at) => all + room[at]!, 0),
  )
  if (sum === 0) return given
  for (const at of open) given[at] = Math.min(Math.floor((total * weights[at]!) / sum), room[at]!)
  let left = wanted - given.reduce((all, one) => all + one, 0)
  const order = [...open].sort((a, b) => ((total * weights[b]!) % sum) - ((total * weights[a]!) % sum) || a - b)
  while (left > 0) {
    for (const at of order) {
      if (left > 0 && given[at]! < room[at]!) {
        given[at]!++
        left--
      }
    }
  }
  return given
}
