import type { Sketch } from './sketch.ts'

const MULTI_BUY = { group: 'multi-buy', mode: 'group' } as const
const COUPON = { group: 'coupon', mode: 'group' } as const
const FREE = { percent: 10_000 }

/** The demo plan's cart offers: one of each mechanic at least. */
export const OFFER_SKETCHES: readonly Sketch[] = [
  {
    name: 'Any 3 brushes for 21.00',
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
    name: 'Markers by the handful',
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
    name: 'Three acrylics, the fourth free',
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
    name: 'A drawing sheet with every 30.00 of pads',
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
    name: 'Welcome to the new pads, 15 %',
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
    name: 'Oil colours from 60.00',
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
    name: 'Club, 5.00 off from 50.00',
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
      stacking: { group: 'club', mode: 'group' },
    },
  },
  {
    name: 'Welcome back, 10 %',
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
    name: 'Free parcel from 49.00 on weekends',
    campaign: 'delivery-weekends',
    days: [-14, 56],
    rule: {
      mechanic: { kind: 'delivery', options: ['parcel'], tiers: [{ from: 4900, value: FREE }], basis: 'current' },
      schedule: { weekly: [{ days: [6, 7], from: '00:00', to: '00:00' }] },
    },
  },
  {
    name: 'Parcel for 1.90 from 69.00',
    campaign: 'delivery-weekends',
    days: [-14, 56],
    rule: { mechanic: { kind: 'delivery', options: ['parcel'], tiers: [{ from: 6900, value: { price: 190 } }], basis: 'current' } },
  },
  {
    name: 'Bulky easels, 9.00 more by parcel',
    campaign: 'delivery-weekends',
    days: [-30, null],
    rule: {
      mechanic: { kind: 'surcharge', reach: { categories: ['easels'] }, value: { amount: 900, per: 'unit' } },
      when: { test: 'option', in: ['parcel', 'express'] },
      note: 'No end on purpose: what the carrier charges.',
    },
  },
  {
    name: 'Table easels, dearer as they sell',
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
    name: 'Studio days: small treats, 20 %',
    campaign: 'drawing-month',
    days: [0, 0],
    occasion: 'open-studios',
    rule: {
      mechanic: { kind: 'markdown', reach: { sets: ['small-treats'] }, value: { percent: 2000 } },
      display: { title: 'Little things for your studio', label: '{percent} % less' },
    },
  },
  {
    name: 'Fair: first desk, 5.00 off from 30.00',
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
    name: 'Tripod easels: eight at 20 % less',
    campaign: 'drawing-month',
    days: [-4, 31],
    rule: {
      mechanic: { kind: 'markdown', reach: { skus: ['EST-TRIPOD'] }, value: { percent: 2000 } },
      limits: { units: 8, refills: [{ at: { unitsLeft: 1 }, add: 3 }] },
      display: { label: '{percent} % less, while they last' },
    },
  },
  {
    name: 'Thank you, 10 % with a code of your own',
    campaign: 'club-week',
    days: [-4, 60],
    rule: {
      mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 2000, value: { percent: 1000 } }] },
      code: { batch: true },
      stacking: COUPON,
      note: 'For the letter and the page of codes.',
    },
  },
]
