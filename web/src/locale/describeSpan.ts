import type { Schedule } from '@novalex/core'
import { text } from './en.ts'
import { formatEnd, formatStart } from './format.ts'

/** `Mon 1 Mar, 00:00 – Sun 7 Mar, 24:00` */
export function describeSpan(schedule: Schedule): string {
  let said = known.get(schedule)
  if (!said) known.set(schedule, (said = describe(schedule)))
  return said
}

/** Schedules are never changed in place, and dates are slow to write by the hundred. */
const known = new WeakMap<Schedule, string>()

function describe({ start, end }: Schedule): string {
  return `${start === undefined ? '…' : formatStart(start)} – ${end === undefined ? text.promotions.openEnd : formatEnd(end)}`
}
