import { findRulesOn } from '../channels/index.ts'
import type { PartnerTerms } from '../terms/index.ts'
import {
  countDays,
  createProblem,
  dateOf,
  isLocalDateTime,
  toLocal,
  type MinorUnits,
  type Problem,
} from '../values/index.ts'
import { MONEY_FIELDS, type FeedColumn } from './feedColumns.ts'
import type { FeedItem } from './feedItem.ts'

const PRICES: ReadonlySet<string> = new Set(['price', 'currentPrice'])

/** Problems of a feed's columns beyond their shape; paths are relative to the feed. `today`: `YYYY-MM-DD`. */
export function checkFeedColumns(columns: readonly FeedColumn[], today: string): Problem[] {
  const has = (isIt: (column: FeedColumn) => boolean) => columns.some(isIt)
  return [
    ...(has(({ field }) => field === 'sku') ? [] : [createProblem('feed-without', 'columns', { field: 'sku' })]),
    ...(has(({ field, convert }) => PRICES.has(field) && !convert)
      ? []
      : [createProblem('feed-without', 'columns', { field: 'price' })]),
    ...columns.flatMap(({ name, field, convert }, at) => [
      ...(columns.findIndex((one) => one.name === name) < at
        ? [createProblem('duplicate-column', `columns.${at}.name`, { given: name })]
        : []),
      ...(convert && !MONEY_FIELDS.has(field) ? [createProblem('not-allowed', `columns.${at}.convert`)] : []),
      ...(convert ? checkRateDay(convert.on, today, `columns.${at}.convert.on`) : []),
    ]),
  ]
}

function checkRateDay(day: string, today: string, path: string): Problem[] {
  if (!isLocalDateTime(`${day}T00:00`)) return [createProblem('no-such-time', path, { given: day })]
  return day > today ? [createProblem('in-future', path, { given: day })] : []
}

/** What is odd about a row: the channel would refuse it, or buyers see something else. */
export type FeedDoubt =
  | { readonly doubt: 'too-long'; readonly days: number; readonly most: number }
  | { readonly doubt: 'unlike-shop'; readonly here: MinorUnits; readonly shop: MinorUnits }
  | { readonly doubt: 'no-period'; readonly price: MinorUnits }

interface Doubting {
  readonly zone: string
  /** The channel's rules; null for an own channel. */
  readonly terms: PartnerTerms | null
  /** What the store's own shop charges for it now. */
  readonly shop: MinorUnits
}

/** Doubts about a row of a feed. */
export function findFeedDoubts(
  { price, current, sale, product }: FeedItem,
  { zone, terms, shop }: Doubting,
): FeedDoubt[] {
  const doubts: FeedDoubt[] = []
  if (sale) {
    const most = terms ? findRulesOn(terms, dateOf(toLocal(sale.from, zone)))?.values.maxDays : undefined
    const days = countDays(toLocal(sale.from, zone), toLocal(sale.until, zone))
    if (most !== undefined && days > most) doubts.push({ doubt: 'too-long', days, most })
  }
  if (price < product.regularPrice && price === current) doubts.push({ doubt: 'no-period', price })
  if (current !== shop) doubts.push({ doubt: 'unlike-shop', here: current, shop })
  return doubts
}
