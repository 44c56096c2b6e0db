import type { Sketch } from './sketch.ts'

const MULTI_BUY = { group: 'multi-buy', mode: 'group' } as const
const COUPON = { group: 'coupon', mode: 'group' } as const
const CLEARANCE = { group: 'clearance', mode: 'group' } as const

/** Planning mistakes, one per kind of finding, mostly weeks ahead. */
export const MISTAKE_SKETCHES: readonly Sketch[] = [
  // With the code of the next one, more than half is off.
  {
    name: 'Clay: 40% off before new sizes',
    campaign: 'workshops',
    days: [70, 84],
    rule: {
      mechanic: { kind: 'markdown', reach: { skus: ['CLY-WHI1KG', 'CLY-GRE1KG', 'CLY-WHI5KG'] }, value: { percent: 4000 } },
      stacking: CLEARANCE,
    },
  },
  // A plain word as a code, in a text that everybody reads.
  {
    name: 'Clay club: 25% off',
    campaign: 'workshops',
    days: [63, 84],
    rule: {
      mechanic: { kind: 'item-discount', reach: { categories: ['modelling-clay'] }, value: { percent: 2500 } },
      code: { text: 'CLAY' },
      display: { description: 'Enter CLAY in your cart.' },
      stacking: COUPON,
    },
  },
  // The same code again.
  {
    name: 'Clay evenings: 12% off',
    campaign: 'workshops',
    days: [77, 91],
    rule: {
      mechanic: { kind: 'item-discount', reach: { categories: ['modelling-tools'] }, value: { percent: 1200 } },
      code: { text: 'clay' },
      display: { listed: true },
      stacking: COUPON,
    },
  },
  {
    name: 'Block inks: exactly 3',
    campaign: 'workshops',
    days: [63, 77],
    rule: {
      mechanic: { kind: 'item-discount', reach: { categories: ['printmaking-inks'] }, value: { percent: 3000 } },
      when: { test: 'quantity', reach: { categories: ['printmaking-inks'] }, op: '=', count: 3 },
      stacking: MULTI_BUY,
    },
  },
  {
    name: 'Finger paints: 3 for €15',
    campaign: 'workshops',
    days: [63, 77],
    rule: {
      mechanic: { kind: 'bundle', parts: [{ reach: { families: ['KID'] }, quantity: 3 }], price: 1500, repeat: 'every' },
      stacking: MULTI_BUY,
    },
  },
  {
    name: 'Canvases: quantity discount',
    campaign: 'workshops',
    days: [63, 91],
    rule: {
      mechanic: {
        kind: 'quantity-break',
        reach: { categories: ['framing-canvases'] },
        count: 'reach',
        on: 'all',
        tiers: [
          { from: 6, value: { percent: 1000 } },
          { from: 12, value: { percent: 1000 } },
        ],
      },
      stacking: MULTI_BUY,
    },
  },
  {
    name: 'Carving tools: early-buyer price',
    campaign: 'workshops',
    days: [63, 77],
    rule: {
      mechanic: { kind: 'item-discount', reach: { skus: ['PRT-SETOF5'] }, value: { percent: 2000 } },
      limits: { units: 20 },
      ladder: {
        by: 'unitsSold',
        rungs: [
          { at: 0, value: { percent: 2000 } },
          { at: 10, value: { percent: 1500 } },
          { at: 25, value: { percent: 1000 } },
        ],
      },
      stacking: MULTI_BUY,
    },
  },
  // Who is a guest has no orders that anyone knows of.
  {
    name: 'Returning guests: 8% off',
    campaign: 'workshops',
    days: [63, 77],
    rule: {
      mechanic: { kind: 'item-discount', reach: { categories: ['modelling-plaster'] }, value: { percent: 800 } },
      when: {
        all: [
          { test: 'signedIn', is: false },
          { test: 'orders', op: '>=', count: 1 },
        ],
      },
      stacking: MULTI_BUY,
    },
  },
  // What counts is lino and inks, what is reduced is lino and tools.
  {
    name: 'Press: buy 2, get 1 at 30% off',
    campaign: 'workshops',
    days: [84, 98],
    rule: {
      mechanic: {
        kind: 'buy-get',
        buy: { reach: { categories: ['printmaking-lino', 'printmaking-inks'] }, quantity: 2 },
        get: { reach: { categories: ['printmaking-lino', 'printmaking-tools'] }, quantity: 1, value: { percent: 3000 } },
        repeat: 'once',
      },
      stacking: MULTI_BUY,
    },
  },
  // 1 % where 100 % was meant: nothing off a sheet of 0.45.
  {
    name: 'Sheets: buy 20, get 1 free',
    campaign: 'workshops',
    days: [63, 77],
    rule: {
      mechanic: {
        kind: 'buy-get',
        buy: { reach: { skus: ['SHT-A4'] }, quantity: 20 },
        get: { sameSku: true, quantity: 1, value: { percent: 100 } },
        repeat: 'every',
      },
      stacking: MULTI_BUY,
    },
  },
  {
    name: 'Plaster: 3% off',
    campaign: 'workshops',
    days: [84, 98],
    rule: { mechanic: { kind: 'markdown', reach: { categories: ['modelling-plaster'] }, value: { percent: 300 } } },
  },
  {
    name: 'Ink days',
    campaign: 'workshops',
    days: [56, 62],
    rule: {
      mechanic: { kind: 'markdown', reach: { categories: ['printmaking-inks'] }, value: { percent: 1500 } },
      display: { title: 'Ink days, until Sunday' },
    },
  },
  // Begun weeks ago, and nobody said until when.
  {
    name: 'Colouring books: 8% off',
    campaign: 'workshops',
    days: [-49, null],
    rule: { mechanic: { kind: 'markdown', reach: { skus: ['BOK-ANIMAL'] }, value: { percent: 800 } } },
  },
  {
    name: 'Workshop cards: €10 off €40',
    campaign: 'workshops',
    days: [56, 98],
    rule: {
      mechanic: {
        kind: 'order-discount',
        reach: { categories: ['printmaking', 'modelling'] },
        tiers: [{ from: 4000, value: { amount: 1000, per: 'once' } }],
      },
      code: { batch: true },
      stacking: COUPON,
    },
  },
  // Planned after the release, and it starts the day after tomorrow.
  {
    name: 'Modelling tools: 10% off 2',
    campaign: 'workshops',
    days: [3, 17],
    isReleased: false,
    rule: {
      mechanic: {
        kind: 'quantity-break',
        reach: { families: ['MDT'] },
        count: 'reach',
        on: 'all',
        tiers: [{ from: 2, value: { percent: 1000 } }],
      },
      stacking: MULTI_BUY,
    },
  },
]
