import { categoryPath, describePromotion, type CompiledPlan, type CompiledPromotion, type Instant } from '@novalex/core'
import type { Names } from '@novalex/words'
import { createEvents, type DateArray, type EventAttributes } from 'ics'
import { calendarText, writeSentence } from '../../locale/catalogue.ts'

/** A moment of a promotion at a partner. */
export interface PartnerMoment {
  readonly promotion: string
  readonly partner: string
  readonly is: 'submitBy' | 'locks'
  readonly at: Instant
}

interface Given {
  /** Name of the store. */
  readonly store: string
  readonly moments: readonly PartnerMoment[]
  /** Names of product sets, by id. */
  readonly sets: ReadonlyMap<string, string>
}

/**
 * Writes a plan as a calendar: an event for each promotion that is ready, from its start to its end with its sentence, and one for each latest submission and lock. Source: RFC 5545.
 */
export function writeCalendar(plan: CompiledPlan, { store, moments, sets }: Given): string {
  const names = createNames(plan, sets)
  const own = plan.promotions.flatMap((entry) => toEvent(entry, plan, names) ?? [])
  const ofPartners = moments.map(({ promotion, partner, is, at }): EventAttributes => {
    const { name } = plan.getPromotion(promotion).promotion
    return { uid: `${is}-${promotion}-${partner}@novalex`, title: calendarText[is](name, partner), ...span(at, at) }
  })
  const { value, error } = createEvents([...own, ...ofPartners], {
    productId: '-//Novalex//Plan//EN',
    calName: calendarText.title(store),
  })
  if (error || !value) throw new Error('the calendar could not be written', { cause: error })
  return value
}

/** Null for one that is not ready, or has no dates. */
function toEvent(
  { id, promotion, schedule }: CompiledPromotion,
  plan: CompiledPlan,
  names: Names,
): EventAttributes | null {
  if (promotion.state !== 'ready') return null
  const [start, end] = [schedule.start, schedule.end].map((at) => (Number.isFinite(at) ? at : null)) as [
    Instant | null,
    Instant | null,
  ]
  if (start === null && end === null) return null
  const { kind } = promotion.mechanic
  const sentence = writeSentence(describePromotion(promotion, plan.store), { kind, names })
    .map(({ text }) => text)
    .join('')
  // Without a start it has begun already, and without an end it goes on: then the other moment is all there is.
  const title =
    start === null
      ? calendarText.ends(promotion.name)
      : end === null
        ? calendarText.starts(promotion.name)
        : promotion.name
  return { uid: `promotion-${id}@novalex`, title, description: sentence, ...span((start ?? end)!, (end ?? start)!) }
}

function span(start: Instant, end: Instant) {
  const utc = { startInputType: 'utc', startOutputType: 'utc', endInputType: 'utc', endOutputType: 'utc' } as const
  return { start: toDateArray(start), end: toDateArray(end), ...utc }
}

function toDateArray(at: Instant): DateArray {
  const date = new Date(at)
  return [date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate(), date.getUTCHours(), date.getUTCMinutes()]
}

function createNames({ catalogue }: CompiledPlan, sets: ReadonlyMap<string, string>): Names {
  return {
    category: (id) => categoryPath(catalogue.categories, id).join(' › ') || id,
    stackGroup: (id) => id,
    set: (id) => sets.get(id) ?? id,
    product: (sku) => catalogue.bySku.get(sku)?.name ?? sku,
  }
}
