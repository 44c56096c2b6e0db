import type { Sketch } from './sketch.ts'

const MULTI_BUY = { group: 'multi-buy', mode: 'group' } as const
const COUPON = { group: 'coupon', mode: 'group' } as const
const FREE = { percent: 10_000 }

/** The demo plan's cart offers: one of each mechanic at least. */
export const OFFER_SKETCHES: readonly Sketch[] = [
  {
    name: 'Brushes: any 3 for €21',
    campaign: 'drawing-month',
    days: [-3, 25],
    rule: {
      mechanic: {
        kind: 'bundle',
        parts: [{ reach: { categories: ['brushes'] }, quantity: 3 }],
        price: 2100,
        repeat: 'every',
      },
      stacking: MULTI_BUY,
    },
  },
  {
    name: 'Markers: quantity discount',
    campaign: 'drawing-month',
    days: [-14, 30],
    rule: {
      mechanic: {
        kind: 'quantity-break',
        reach: { categories: ['markers-single-markers'] },
        count: 'reach',
        on: 'all',
        tiers: [
          { from: 5, value: { percent: 1000 } },
          { from: 10, value: { percent: 1500 } },
          { from: 20, value: { percent: 2500 } },
        ],
      },
      stacking: MULTI_BUY,
    },
  },
  {
    name: 'Acrylics: buy 3, get 1 free',
    campaign: 'spring-term',
    days: [-5, 19],
    rule: {
      mechanic: {
        kind: 'buy-get',
        buy: { reach: { categories: ['acrylic-colours'] }, quantity: 3 },
        get: { reach: { categories: ['acrylic-colours'] }, quantity: 1, value: FREE },
        repeat: 'every',
      },
      limits: { budget: 10_000 },
      stacking: MULTI_BUY,
    },
  },
  {
    name: 'Free drawing sheet with €30 of pads',
    campaign: 'launch',
    days: [-2, 26],
    rule: {
      mechanic: {
        kind: 'buy-get',
        buy: { reach: { categories: ['pads'] }, spend: 3000 },
        get: { reach: { skus: ['SHT-A3'] }, quantity: 1, value: FREE },
        gift: true,
        repeat: 'once',
      },
      stacking: MULTI_BUY,
    },
  },
  {
    name: 'New pads: 15% off',
    campaign: 'launch',
    days: [-2, 26],
    rule: {
      mechanic: { kind: 'item-discount', reach: { tags: ['new'] }, value: { percent: 1500 }, maxUnits: 2 },
      code: { text: 'SKETCH15' },
      stacking: COUPON,
      limits: { usesPerShopper: 1 },
    },
  },
  {
    name: 'Oil colours: save from €60',
    campaign: 'drawing-month',
    days: [7, 40],
    rule: {
      mechanic: {
        kind: 'spend-break',
        reach: { categories: ['oil-colours'] },
        tiers: [
          { from: 6000, value: { percent: 800 } },
          { from: 12_000, value: { percent: 1500 } },
        ],
      },
      stacking: MULTI_BUY,
    },
  },
  {
    name: 'Club: €5 off €50',
    campaign: 'club-week',
    days: [0, 7],
    rule: {
      mechanic: {
        kind: 'order-discount',
        reach: {},
        tiers: [
          { from: 5000, value: { amount: 500, per: 'once' } },
          { from: 10_000, value: { amount: 1200, per: 'once' } },
        ],
      },
      when: { test: 'group', in: ['club'] },
      display: { members: 'Club members' },
      stacking: { group: 'club', mode: 'group' },
    },
  },
  {
    name: 'Welcome back: 10% off',
    campaign: 'club-week',
    days: [-40, 60],
    rule: {
      mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 3000, value: { percent: 1000 } }] },
      when: { all: [{ test: 'orders', op: '>=', count: 1 }, { not: { test: 'group', in: ['trade'] } }] },
      code: { text: 'WELCOME-BACK' },
      display: { title: 'Welcome back', listed: true },
      stacking: COUPON,
      limits: { perOrder: 2500 },
    },
  },
  {
    name: 'Weekends: free parcel from €49',
    campaign: 'delivery-weekends',
    days: [-14, 56],
    rule: {
      mechanic: { kind: 'delivery', options: ['parcel'], tiers: [{ from: 4900, value: FREE }], basis: 'current' },
      schedule: { weekly: [{ days: [6, 7], from: '00:00', to: '00:00' }] },
    },
  },
  {
    name: 'Parcel for €1.90 from €69',
    campaign: 'delivery-weekends',
    days: [-14, 56],
    rule: { mechanic: { kind: 'delivery', options: ['parcel'], tiers: [{ from: 6900, value: { price: 190 } }], basis: 'current' } },
  },
  {
    name: 'Bulky easels: €9 parcel surcharge',
    campaign: 'delivery-weekends',
    days: [-30, null],
    rule: {
      mechanic: { kind: 'surcharge', reach: { categories: ['easels'] }, value: { amount: 900, per: 'unit' } },
      when: { test: 'option', in: ['parcel', 'express'] },
      note: 'No end date: the carrier’s charge.',
    },
  },
  {
    name: 'Table easels: early-buyer price',
    campaign: 'launch',
    days: [-6, 50],
    rule: {
      mechanic: { kind: 'price-steps', reach: { skus: ['ETB-BOX'] } },
      ladder: {
        by: 'unitsSold',
        rungs: [
          { at: 0, value: { price: 7990 } },
          { at: 10, value: { price: 8490 } },
          { at: 20, value: { price: 8990 } },
        ],
      },
    },
  },
  {
    name: 'Studio days: 20% off small treats',
    campaign: 'drawing-month',
    days: [0, 0],
    occasion: 'open-studios',
    rule: {
      mechanic: { kind: 'markdown', reach: { sets: ['small-treats'] }, value: { percent: 2000 } },
      display: { title: 'Little things for your studio', label: '{percent}% off' },
    },
  },
  {
    name: 'Fair: €5 off €30 for a first desk',
    campaign: 'launch',
    days: [0, 0],
    occasion: 'town-fair',
    rule: {
      mechanic: {
        kind: 'order-discount',
        reach: { sets: ['first-desk'] },
        tiers: [{ from: 3000, value: { amount: 500, per: 'once' } }],
      },
      stacking: COUPON,
    },
  },
  {
    name: 'Tripod easels: 20% off, 8 units',
    campaign: 'drawing-month',
    days: [-4, 31],
    rule: {
      mechanic: { kind: 'markdown', reach: { skus: ['EST-TRIPOD'] }, value: { percent: 2000 } },
      limits: { units: 8, refills: [{ at: { unitsLeft: 1 }, add: 3 }] },
      display: { label: '{percent}% off while stocks last' },
    },
  },
  {
    name: 'Thank-you code: 10% off',
    campaign: 'club-week',
    days: [-4, 60],
    rule: {
      mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 2000, value: { percent: 1000 } }] },
      code: { batch: true },
      stacking: COUPON,
      note: 'For the email and the code request page.',
    },
  },
]
