import type { FeedDraft, Partner } from '@novalex/contract'
import { addDays, dateOf, FIRST_COLUMNS, toLocal, type Instant } from '../../core/src/index.ts'

/** Two partner channels with the rules of two years; those of the second were last looked at long ago. */
export function createDemoPartners(now: Instant, zone: string): Partner[] {
  const today = dateOf(toLocal(now, zone))
  const year = Number(today.slice(0, 4))
  const guide = (name: string, of: number) => `${name}, guide for sellers ${of}, section “Promotions”`
  return [
    {
      id: 'tallow-lane',
      name: 'Tallow Lane',
      kind: 'partner',
      leadHours: 72,
      lockHours: 5,
      rules: [
        {
          from: `${year - 1}-01-01`,
          values: { maxProducts: 100, minReduction: 1000, maxDays: 60, minRating: 35 },
          source: guide('Tallow Lane', year - 1),
          checkedOn: addDays(today, -320),
        },
        {
          from: `${year}-01-01`,
          values: {
            maxProducts: 200,
            minReduction: 1000,
            showReduction: 1500,
            maxDays: 90,
            usualDays: { from: 5, to: 14 },
            minRating: 35,
            minReviews: 5,
            lowestBefore: { days: 30, counts: 'shelf', below: 0 },
            leastPriceGap: 200,
            kinds: ['markdown', 'item-discount'],
            titleLength: 40,
            titleWithout: '%!',
          },
          source: guide('Tallow Lane', year),
          checkedOn: addDays(today, -24),
        },
      ],
    },
    {
      id: 'obersee-bazaar',
      name: 'Obersee Bazaar',
      kind: 'partner',
      leadHours: 120,
      lockHours: 24,
      rules: [
        {
          from: `${year - 1}-01-01`,
          values: { minReduction: 500, maxDays: 30, atMostOfRegular: 9500, stockDays: 14 },
          source: guide('Obersee Bazaar', year - 1),
          checkedOn: addDays(today, -410),
        },
        {
          from: `${year + 1}-01-01`,
          values: { minReduction: 1000, maxDays: 30, atMostOfRegular: 9000, atMostOfReference: 9000, stockDays: 'promotion', oneAtATime: true },
          source: guide('Obersee Bazaar', year + 1),
          checkedOn: addDays(today, -3),
        },
      ],
    },
  ]
}

/** The promotions that go to partners, by name. */
export const DEMO_TARGETS: Readonly<Record<string, readonly string[]>> = {
  'Spring paper: 15% off': ['obersee-bazaar'],
  'Studio days: 20% off small treats': ['tallow-lane', 'obersee-bazaar'],
  'Ink days': ['tallow-lane'],
}

/** What each partner fetches. */
export const DEMO_FEEDS: readonly (FeedDraft & { readonly id: string })[] = [
  {
    id: 'demo-lane',
    name: 'Tallow Lane: prices',
    channel: 'tallow-lane',
    format: 'csv',
    daysAhead: 14,
    link: null,
    columns: [...FIRST_COLUMNS.plain, { name: 'rating', field: 'rating' }],
  },
  {
    id: 'demo-bazaar',
    name: 'Obersee Bazaar: prices',
    channel: 'obersee-bazaar',
    format: 'jsonld',
    daysAhead: 30,
    link: null,
    columns: [...FIRST_COLUMNS.schema],
  },
]
