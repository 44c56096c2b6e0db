import type { Schedule } from '@novalex/core'
import { text, formatEnd } from './catalogue.ts'
import { createFormatCache, formatStart } from '@novalex/words'

/** `Mon 1 Mar – end of Sun 7 Mar` */
export const describeSpan = (schedule: Schedule) => recall(schedule, () => describe(schedule))

/** Schedules are never changed in place, and dates are slow to write by the hundred. */
const recall = createFormatCache<Schedule>()

function describe({ start, end }: Schedule): string {
  return `${start === undefined ? '…' : formatStart(start)} – ${end === undefined ? text.promotions.openEnd : formatEnd(end)}`
}
