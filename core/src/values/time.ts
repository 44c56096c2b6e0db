import { IANAZone } from 'luxon'

/** A point on the time line: milliseconds since 1970-01-01T00:00Z. */
export type Instant = number & { readonly __unit?: 'instantMs' }

/** A wall-clock time in the store's zone, `YYYY-MM-DDTHH:mm`. */
export type LocalDateTime = string & { readonly __unit?: 'localDateTime' }

/** A wall-clock time of day, `HH:mm`. */
export type LocalTime = string & { readonly __unit?: 'localTime' }

/** Formats an instant as in the API: ISO 8601 with milliseconds, in UTC. */
export const toIso = (instant: Instant): string => new Date(instant).toISOString()

export const SECOND_MS = 1000
export const MINUTE_MS = 60_000
export const HOUR_MS = 3_600_000
export const DAY_MS = 86_400_000

const LOCAL_PATTERN = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})$/

/** Whether `text` is a wall-clock time that exists in the calendar (`2027-02-30T10:00` does not). */
export function isLocalDateTime(text: string): text is LocalDateTime {
  const ms = LOCAL_PATTERN.test(text) ? Date.parse(`${text}:00Z`) : Number.NaN
  return Number.isFinite(ms) && formatUtc(ms) === text
}

/** Whether the runtime's time-zone data knows the zone. */
export function isTimeZone(zone: string): boolean {
  return IANAZone.isValidZone(zone)
}

/**
 * The instant of a wall-clock time. A time inside a clock-change gap moves forward by the gap; a time that happens
 * twice means the first. Throws a `RangeError` on a malformed time or an unknown zone. Source: docs/pricing.md, "Units".
 */
export function toInstant(local: LocalDateTime, zone: string): Instant {
  const wall = wallClock(local)
  const before = offsetMs(wall - DAY_MS, zone)
  const after = offsetMs(wall + DAY_MS, zone)
  // With the offset from before the change, a doubled time is its first occurrence and a time in the gap lands after it.
  const first = wall - before
  if (before === after || offsetMs(first, zone) === before) return first
  const second = wall - after
  return offsetMs(second, zone) === after ? second : first
}

/** The wall-clock time of an instant, to the minute, seconds cut off. */
export function toLocal(instant: Instant, zone: string): LocalDateTime {
  return formatUtc(instant + offsetMs(instant, zone))
}

/** An instant with the offset of its zone, in ISO 8601: `2027-03-28T00:00:00+01:00`. */
export function toOffsetIso(instant: Instant, zone: string): string {
  const key = `${zone} ${instant}`
  let text = written.get(key)
  if (text === undefined) {
    if (written.size >= REMEMBERED_OFFSETS) written.clear()
    written.set(key, (text = writeOffsetIso(instant, zone)))
  }
  return text
}

/** Many products share the moments at which their prices change. */
const written = new Map<string, string>()

function writeOffsetIso(instant: Instant, zone: string): string {
  const offset = offsetMs(instant, zone) / MINUTE_MS
  const local = new Date(Math.floor((instant + offset * MINUTE_MS) / SECOND_MS) * SECOND_MS).toISOString().slice(0, 19)
  const [hours, minutes] = [Math.floor(Math.abs(offset) / 60), Math.abs(offset) % 60]
  return `${local}${offset < 0 ? '-' : '+'}${String(hours).padStart(2, '0')}:${String(minutes).padStart(2, '0')}`
}

/** The calendar days from one wall-clock time to another, begun ones counted whole. */
export function countDays(first: LocalDateTime, last: LocalDateTime): number {
  const nights = (Date.parse(dateOf(last)) - Date.parse(dateOf(first))) / DAY_MS
  return nights + (timeOf(last) > timeOf(first) ? 1 : 0)
}

/** The date part of a wall-clock time. */
export function dateOf(local: LocalDateTime): string {
  return local.slice(0, 10)
}

/** The time of day of a wall-clock time. */
export function timeOf(local: LocalDateTime): LocalTime {
  return local.slice(11)
}

/** A date some days later (or earlier), by the calendar: `addDays('2027-02-28', 1)` is `2027-03-01`. */
export function addDays(date: string, days: number): string {
  return formatUtc(Date.parse(`${date}T00:00:00Z`) + days * DAY_MS).slice(0, 10)
}

/** The day of the week of a date: 1 is Monday, 7 is Sunday. */
export function weekdayOf(date: string): number {
  const sinceThursday = Math.floor(Date.parse(`${date}T00:00:00Z`) / DAY_MS)
  return ((((sinceThursday + 3) % 7) + 7) % 7) + 1
}

function wallClock(local: LocalDateTime): number {
  if (!isLocalDateTime(local)) throw new RangeError(`not a local time: ${local}`)
  return Date.parse(`${local}:00Z`)
}

function formatUtc(ms: number): LocalDateTime {
  return new Date(ms).toISOString().slice(0, 16)
}

function offsetMs(instant: Instant, zone: string): number {
  const minute = Math.floor(instant / MINUTE_MS)
  const key = `${zone} ${minute}`
  const known = offsets.get(key)
  if (known !== undefined) return known
  const minutes = IANAZone.create(zone).offset(minute * MINUTE_MS)
  if (Number.isNaN(minutes)) throw new RangeError(`unknown time zone: ${zone}`)
  if (offsets.size >= REMEMBERED_OFFSETS) offsets.clear()
  offsets.set(key, minutes * MINUTE_MS)
  return minutes * MINUTE_MS
}

/** Asking the runtime for an offset is slow, promotions share their dates, and clocks are changed at whole minutes. */
const offsets = new Map<string, number>()
const REMEMBERED_OFFSETS = 20_000
