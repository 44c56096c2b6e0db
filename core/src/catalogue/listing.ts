import type { ProductListing } from '../terms/index.ts'
import { createProblem, isLocalDateTime, parseAmount, type Problem } from '../values/index.ts'

/** Nothing is known of a product beside its own prices. */
export const NO_LISTING: ProductListing = {
  rating: null,
  reviews: null,
  referencePrice: null,
  referenceSource: '',
  referenceOn: null,
}

export const MOST_STARS = 50

/** Stars as people write them, `4.6`, in tenths; null for any other text. */
export function parseStars(text: string): number | null {
  const tenths = (parseAmount(text) ?? Number.NaN) / 10
  return Number.isInteger(tenths) && tenths >= 0 && tenths <= MOST_STARS ? tenths : null
}

/** The day on which a reference price was looked up is in the calendar, and not to come. Days are `YYYY-MM-DD`. */
export function checkReferenceDay(day: string | null, today: string, path: string): Problem[] {
  if (day === null) return []
  if (!isLocalDateTime(`${day}T00:00`)) return [createProblem('no-such-time', path, { given: day })]
  return day > today ? [createProblem('in-future', path, { given: day })] : []
}
