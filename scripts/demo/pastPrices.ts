import { DAY_MS, percentOf, type Instant, type MinorUnits, type Product } from '@novalex/core'

/** How long the demo shop has been selling. */
export const HISTORY_DAYS = 425

/** Sales of the time before Novalex, in days before its start: some of them lie within the days that count for today's. */
const PAST_SALES: readonly { readonly tag?: string; readonly category?: string; readonly days: readonly [number, number]; readonly percent: number }[] = [
  { category: 'paper-sheets', days: [398, 380], percent: 2000 },
  { category: 'oil-sets', days: [320, 300], percent: 1500 },
  { tag: 'school', days: [190, 170], percent: 1000 },
  { category: 'brushes-sable', days: [110, 90], percent: 2000 },
  { category: 'oil-sets', days: [24, 18], percent: 2500 },
]

interface PastPrice {
  readonly sku: string
  readonly from: Instant
  readonly until: Instant
  readonly price: MinorUnits
  readonly regular: MinorUnits
}

/** Price history of the demo's products until two days ago. */
export function createDemoPastPrices(products: readonly Product[], now: Instant): PastPrice[] {
  return products.flatMap(({ sku, categories, tags, regularPrice }) => {
    const sales = PAST_SALES.filter(
      ({ tag, category }) => (tag && tags.includes(tag)) || (category && categories.includes(category)),
    )
    const cuts = [HISTORY_DAYS, ...sales.flatMap(({ days }) => days), 2]
    return cuts.slice(0, -1).flatMap((days, index): PastPrice[] => {
      const sale = sales.find((one) => one.days[0] === days)
      const price = sale ? regularPrice - percentOf(regularPrice, sale.percent) : regularPrice
      const [from, until] = [now - days * DAY_MS, now - cuts[index + 1]! * DAY_MS]
      return from < until ? [{ sku, from, until, price, regular: regularPrice }] : []
    })
  })
}
