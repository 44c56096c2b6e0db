import type { FeedDraft, Partner } from '@novalex/contract'
import { addDays, dateOf, FIRST_COLUMNS, toLocal, type Instant, type PartnerTarget } from '../../core/src/index.ts'

/** Two partner channels with the rules of two years; those of the second were last looked at long ago. */
export function createDemoPartners(now: Instant, zone: string): Partner[] {
  const today = dateOf(toLocal(now, zone))
  const year = Number(today.slice(0, 4))
  // Rules to come begin after everything in the plan.
  const next = Number(addDays(today, 540).slice(0, 4))
  const guide = (name: string, of: number) => `${name}, guide for sellers ${of}, section “Promotions”`
  return [
    {
      id: 'tallow-lane',
      name: 'Tallow Lane',
      kind: 'partner',
      isSimulated: true,
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
      isSimulated: true,
      leadHours: 120,
      lockHours: 24,
      rules: [
        {
          from: `${year - 1}-01-01`,
          values: { minReduction: 500, maxDays: 35, atMostOfRegular: 9500 },
          source: guide('Obersee Bazaar', year - 1),
          checkedOn: addDays(today, -410),
        },
        {
          from: `${next}-01-01`,
          values: { minReduction: 1000, maxDays: 30, atMostOfRegular: 9000, atMostOfReference: 9000, stockDays: 'promotion', oneAtATime: true },
          source: guide('Obersee Bazaar', next),
          checkedOn: addDays(today, -3),
        },
      ],
    },
  ]
}

/** Products that Tallow Lane would refuse: too few stars or reviews, or cheaper not long before. */
const REFUSED_TREATS =
  'WCH-TITWHI WCH-LEMYEL WCH-GOLOCH WCH-BURUMB WCH-CADORA WCH-DEEMAG BRR-4 BRF-2 MRK-TITWHI MRK-IVOBLA MRK-LEMYEL MRK-WARYEL MRK-GOLOCH MRK-RAWSIE MRK-BURSIE MRK-BURUMB MRK-CADORA MRK-CADRED MRK-MADRED MRK-DEEMAG MRK-MAUVE MRK-ULTRAM MRK-COBBLU MRK-SKYBLU MRK-TURQUO MRK-PRUBLU MRK-EMERAL MRK-LEAGRE MRK-SAPGRE MRK-OLIVE MRK-PAYGRE MRK-PEAGRE LIN-A6 LIN-A5 CNV-2020 KID-RED KID-BLUE'
const lane = (leftOut: string) => ({ channel: 'tallow-lane', leftOut: leftOut.split(' ') })

/** The promotions that go to partners, by name. */
export const DEMO_TARGETS: Readonly<Record<string, readonly PartnerTarget[]>> = {
  'Spring paper: 15% off': [{ channel: 'obersee-bazaar' }],
  'Studio days: 20% off small treats': [lane(REFUSED_TREATS), { channel: 'obersee-bazaar' }],
  'Ink days': [{ channel: 'tallow-lane' }],
  'Markers: €0.80 off each': [lane('MRK-IVOBLA MRK-CADRED MRK-MAUVE MRK-ULTRAM'), { channel: 'obersee-bazaar' }],
  'Sketchbooks: one price': [lane('SKB-A6 SKB-A4 SKB-SQUARE')],
  'Clay: 40% off before new sizes': [{ channel: 'obersee-bazaar' }],
  'Clay club: 25% off': [{ channel: 'obersee-bazaar' }],
  'Fair: €5 off €30 for a first desk': [{ channel: 'obersee-bazaar' }],
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
