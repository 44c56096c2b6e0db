import type { CampaignRecord, Channel, DeliveryOption, OccasionRecord, PromotionDraft, SetRecord } from '@novalex/contract'
import { addDays, dateOf, phaseOf, toLocal, weekdayOf, type Instant, type LocalDateTime, type Store } from '@novalex/core'
import { FIRST_SETTINGS } from '../../server/src/features/store/firstSettings.ts'
import { MISTAKE_SKETCHES } from './mistakes.ts'
import { OFFER_SKETCHES } from './offers.ts'
import type { Sketch } from './sketch.ts'

export const DEMO_STORE: { readonly name: string; readonly store: Store } = {
  name: 'Fennmoor Supplies',
  store: {
    currency: 'EUR',
    timeZone: 'Europe/Vienna',
    pricesIncludeTax: true,
    ...FIRST_SETTINGS,
    floor: { enforce: true, minMargin: 500 },
  },
}

const to = (prices: Readonly<Record<string, number>>) =>
  Object.entries(prices).map(([country, price]) => ({ country, price }))

export const DEMO_DELIVERY: readonly DeliveryOption[] = [
  { id: 'parcel', name: 'parcel', prices: to({ AT: 490, DE: 790, IT: 990, CH: 1490 }) },
  { id: 'express', name: 'express parcel', prices: to({ AT: 990, DE: 1490 }) },
  { id: 'collect', name: 'Collect in store', prices: to({ AT: 0 }) },
]

export const DEMO_CHANNELS: readonly Channel[] = [
  { id: 'web', name: 'Online store', kind: 'own' },
  { id: 'app', name: 'App', kind: 'own' },
  { id: 'counter', name: 'In store', kind: 'own' },
]

export const DEMO_CAMPAIGNS: readonly CampaignRecord[] = [
  { id: 'spring-term', name: 'Spring term', goal: 'Schools and students stock up before Easter', version: 1 },
  { id: 'clearance', name: 'Clearance', goal: 'Room for the new oil range', version: 1 },
  { id: 'club-week', name: 'Club week', goal: 'Reward returning shoppers', version: 1 },
  { id: 'delivery-weekends', name: 'Delivery weekends', goal: 'Fewer carts abandoned at delivery', version: 1 },
  { id: 'launch', name: 'New sketch pads', goal: 'Introduce the new range', version: 1 },
  { id: 'workshops', name: 'Summer workshops', goal: 'Planned in a hurry: see Findings', version: 1 },
  { id: 'drawing-month', name: 'Drawing month', goal: 'Win back shoppers who draw', version: 1 },
]

export const DEMO_SETS: readonly SetRecord[] = [
  {
    id: 'first-desk',
    name: 'First desk',
    content: { skus: ['SHT-A4', 'SHT-A3', 'SKB-A5', 'SKB-A4'] },
    version: 1,
  },
  {
    id: 'small-treats',
    name: 'Small treats under €5',
    content: { filter: { regularPrice: { below: 500 }, except: { categories: ['paper'] } } },
    version: 1,
  },
]

/** One with dates, one whose dates someone else still has to fix. */
export function createDemoOccasions(now: Instant, zone: string): OccasionRecord[] {
  const midnight = createCalendar(now, zone)
  return [
    { id: 'open-studios', name: 'Open studio days', dates: { start: midnight(39), end: midnight(46) }, flag: { text: 'Studio days', colour: 'violet' }, version: 1 },
    { id: 'town-fair', name: 'Town fair', dates: null, estimate: midnight(11).slice(0, 10), partner: { channel: 'obersee-bazaar', key: 'TOWN-FAIR' }, version: 1 },
  ]
}

const percentOff = (categories: string[], percent: number): PromotionDraft['mechanic'] => ({
  kind: 'markdown',
  reach: { categories },
  value: { percent },
})

const SKETCHES: readonly Sketch[] = [
  { name: 'Spring paper: 15% off', campaign: 'spring-term', days: [-7, 24], rule: { mechanic: percentOff(['paper'], 1500) } },
  {
    name: 'School list: 10% off, rounded',
    campaign: 'spring-term',
    days: [-2, 33],
    rule: {
      mechanic: {
        kind: 'markdown',
        reach: { tags: ['school'] },
        value: { percent: 1000 },
        rounding: { to: 'down', step: 10, ending: 9 },
      },
    },
  },
  {
    name: 'Watercolour weekends',
    campaign: 'spring-term',
    days: [0, 28],
    rule: {
      mechanic: percentOff(['watercolour'], 1200),
      schedule: { weekly: [{ days: [6, 7], from: '00:00', to: '00:00' }] },
    },
  },
  {
    name: 'Oil sets: stepped clearance',
    campaign: 'clearance',
    days: [-10, null],
    rule: {
      mechanic: percentOff(['oil-sets'], 2000),
      stacking: { group: 'clearance', mode: 'group' },
      note: 'No end date: until the last set is sold.',
    },
  },
  {
    name: 'Frames: clearance by price band',
    campaign: 'clearance',
    days: [-4, 17],
    rule: {
      mechanic: {
        kind: 'markdown',
        reach: { categories: ['framing-frames'] },
        bands: [
          { from: 0, value: { percent: 1500 } },
          { from: 2000, value: { percent: 2000 } },
          { from: 4000, value: { percent: 2500 } },
        ],
      },
      stacking: { group: 'clearance', mode: 'group' },
    },
  },
  {
    name: 'Winter lino',
    campaign: 'clearance',
    days: [-60, -12],
    rule: { mechanic: percentOff(['printmaking-lino'], 3000), stacking: { group: 'clearance', mode: 'group' } },
  },
  {
    name: 'Sable brushes: club price',
    campaign: 'drawing-month',
    days: [-30, 60],
    rule: {
      mechanic: percentOff(['brushes-sable'], 1500),
      when: { test: 'group', in: ['club'] },
      display: { members: 'Club members' },
      stacking: { group: 'club', mode: 'group' },
    },
  },
  {
    name: 'Markers: €0.80 off each',
    campaign: 'drawing-month',
    days: [14, 45],
    rule: {
      mechanic: { kind: 'markdown', reach: { categories: ['markers-single-markers'] }, value: { amount: 80, per: 'unit' } },
    },
  },
  {
    name: 'Sketchbooks: one price',
    campaign: 'drawing-month',
    days: [21, 35],
    rule: { mechanic: { kind: 'markdown', reach: { families: ['SKB'] }, value: { price: 990 } } },
  },
  {
    name: 'Easels: 20% off',
    campaign: 'drawing-month',
    days: [28, 42],
    rule: { mechanic: percentOff(['easels'], 2000), state: 'draft' },
  },
]

const SKETCHED: readonly Sketch[] = [...SKETCHES, ...OFFER_SKETCHES, ...MISTAKE_SKETCHES]

/** The names of those that were planned after the release. */
export const UNRELEASED: ReadonlySet<string> = new Set(
  SKETCHED.filter(({ isReleased }) => isReleased === false).map(({ name }) => name),
)

/** The demo plan's sales and cart offers, in the order of their ranks: past, running and waiting around the instant given. */
export function createDemoPromotions(now: Instant, zone: string): PromotionDraft[] {
  const midnight = createCalendar(now, zone)
  const occasions = new Map(createDemoOccasions(now, zone).map(({ id, dates }) => [id, dates]))
  return SKETCHED.map(({ name, campaign, days: [from, until], occasion = null, rule }) => ({
    name,
    campaign,
    occasion,
    archived: false,
    state: 'ready',
    code: null,
    when: null,
    ...(takesPartInStacking(rule.mechanic) ? { stacking: { group: 'sale', mode: 'group' } as const } : {}),
    limits: {},
    ladder: null,
    note: '',
    ...rule,
    schedule:
      occasion === null
        ? { ...rule.schedule, start: midnight(from), ...(until === null ? {} : { end: midnight(until) }) }
        : (occasions.get(occasion) ?? { open: true }),
  }))
}

/** Midnights, counted from the Monday of the week of `now`. */
function createCalendar(now: Instant, zone: string): (days: number) => LocalDateTime {
  const today = dateOf(toLocal(now, zone))
  const monday = addDays(today, 1 - weekdayOf(today))
  return (days) => `${addDays(monday, days)}T00:00`
}

function takesPartInStacking(mechanic: PromotionDraft['mechanic']): boolean {
  const phase = phaseOf(mechanic)
  return phase >= 1 && phase <= 3
}
