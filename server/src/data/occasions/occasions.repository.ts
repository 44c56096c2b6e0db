import type { OccasionRecord } from '@novalex/contract'
import { createNamedRecords, type NamedRecord } from '../versioned/index.ts'

export type OccasionDates = OccasionRecord['dates']
/** Its dates; while they are open, the day on which it is likely to begin, or nothing. */
export type OccasionContent = OccasionDates | { readonly estimate: string }

export const OCCASIONS = createNamedRecords<OccasionContent>('occasions', 'occasion')

export function datesOf(content: OccasionContent): OccasionDates {
  return content && 'start' in content ? content : null
}

export function toContent({ dates, estimate }: Pick<OccasionRecord, 'dates' | 'estimate'>): OccasionContent {
  return dates ?? (estimate == null ? null : { estimate })
}

export function toOccasion({ content, ...record }: NamedRecord<OccasionContent>): OccasionRecord {
  const estimate = content && 'estimate' in content ? content.estimate : null
  return { ...record, dates: datesOf(content), estimate }
}
