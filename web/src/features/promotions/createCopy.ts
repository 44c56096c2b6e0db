import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import { addDays, dateOf, MINUTES_OF_DAY, moveSchedule, timeOf, type Ladder, type Schedule } from '@novalex/core'
import { toDraft } from '@/draft/toDraft.ts'

interface CopyOptions {
  readonly name: string
  /** By how many days its dates are later than the original's, those of a stepped value too. */
  readonly days: number
  /** Default: the original's. */
  readonly campaign?: string | null
}

/** A copy of a promotion as a new draft without a code. */
export function createCopy(record: PromotionRecord, { name, days, campaign }: CopyOptions): PromotionDraft {
  const draft = toDraft(record)
  const minutes = days * MINUTES_OF_DAY
  return {
    ...draft,
    name,
    code: null,
    state: 'draft',
    archived: false,
    campaign: campaign === undefined ? draft.campaign : campaign,
    // Dates of its own, unless those of the occasion are still to be confirmed.
    occasion: draft.schedule.open ? draft.occasion : null,
    schedule: moveSchedule(draft.schedule, 'both', minutes)!,
    ladder: draft.ladder && moveLadder(draft.ladder, minutes),
  }
}

/** By how many days a copy is later that starts the day after the original ends, or tomorrow if it has no end or that has passed. */
export function countDaysToNext({ start, end }: Schedule, today: string): number {
  if (start === undefined) return 0
  const tomorrow = addDays(today, 1)
  // A whole-day end is the beginning of the next day.
  const after = end === undefined ? tomorrow : timeOf(end) === '00:00' ? dateOf(end) : addDays(dateOf(end), 1)
  return countDays(dateOf(start), after > tomorrow ? after : tomorrow)
}

/** From one date to another, by the calendar. */
export const countDays = (from: string, to: string) =>
  Math.round((Date.parse(to) - Date.parse(from)) / (MINUTES_OF_DAY * 60_000))

/** Steps on dates move with the schedule. */
function moveLadder(ladder: Ladder, minutes: number): Ladder {
  if (ladder.by !== 'date') return ladder
  const move = (at: string) => moveSchedule({ start: at }, 'both', minutes)!.start!
  return { ...ladder, rungs: ladder.rungs.map((rung) => ({ ...rung, at: move(rung.at) })) }
}

/** A name that no other has: `Paper, copy 2`. A copy of a copy is another copy of the first. */
export function nameCopy(
  original: string,
  taken: ReadonlySet<string>,
  { suffix, copyOf }: { suffix: RegExp; copyOf: (name: string, number: number) => string },
): string {
  const name = original.replace(suffix, '').slice(0, 105)
  let number = 1
  while (taken.has(copyOf(name, number))) number++
  return copyOf(name, number)
}
