import type { OccasionRecord } from '@novalex/contract'
import type { PlanOccasion } from '@novalex/core'
import { createNamedRecords, type NamedRecord } from '../versioned/index.ts'

export type OccasionDates = OccasionRecord['dates']
type Marks = Pick<OccasionRecord, 'partner' | 'flag'>
/** Its dates; while they are open, the day on which it is likely to begin, or nothing. Besides, whose event it is, and its flag. */
export type OccasionContent = ((NonNullable<OccasionDates> | { readonly estimate?: string }) & Marks) | null

export const OCCASIONS = createNamedRecords<OccasionContent>('occasions', 'occasion')

export function datesOf(content: OccasionContent): OccasionDates {
  return content && 'start' in content ? { start: content.start, end: content.end } : null
}

/** An occasion as a plan keeps it. */
export function toPlanOccasion({ id, name, content }: NamedRecord<OccasionContent>): PlanOccasion {
  return { id, name, dates: datesOf(content), ...(content?.flag ? { flag: content.flag } : {}) }
}

export function toContent({
  dates,
  estimate,
  partner,
  flag,
}: Omit<OccasionRecord, 'id' | 'name' | 'version'>): OccasionContent {
  const marks = { ...(partner ? { partner } : {}), ...(flag ? { flag } : {}) }
  if (dates) return { ...dates, ...marks }
  const open = { ...(estimate == null ? {} : { estimate }), ...marks }
  return Object.keys(open).length > 0 ? open : null
}

export function toOccasion({ content, ...record }: NamedRecord<OccasionContent>): OccasionRecord {
  const estimate = content && 'estimate' in content ? (content.estimate ?? null) : null
  return {
    ...record,
    dates: datesOf(content),
    estimate,
    partner: content?.partner ?? null,
    flag: content?.flag ?? null,
  }
}
