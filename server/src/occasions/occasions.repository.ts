import type { OccasionRecord } from '@novalex/contract'
import type { Schedule } from '@novalex/core'
import { createNamedRecords, type NamedRecord } from '../db/namedRecords.ts'

export type OccasionDates = OccasionRecord['dates']

export const OCCASIONS = createNamedRecords<OccasionDates>('occasions', 'occasion')

export function toOccasion({ content, ...record }: NamedRecord<OccasionDates>): OccasionRecord {
  return { ...record, dates: content }
}

/** A schedule with the dates of an occasion in place of its own; its weekly hours stay. */
export function followDates({ weekly }: Schedule, dates: OccasionDates): Schedule {
  return { ...(dates ?? { open: true as const }), ...(weekly ? { weekly } : {}) }
}
