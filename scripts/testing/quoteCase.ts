import type { QuoteCase } from '@novalex/contract'
import { createStore } from '@novalex/core/testing'

/** The smallest whole case: 15 % on one product of 12.90. */
export const CASE: QuoteCase = {
  now: '2027-03-08T09:00:00Z',
  store: createStore(),
  catalogue: {
    categories: [{ id: 'paper', name: 'Paper', parent: null }],
    products: [
      {
        sku: 'A',
        name: 'Pad',
        family: null,
        categories: ['paper'],
        tags: [],
        regularPrice: 1290,
        unitCost: null,
        minimumPrice: null,
        taxRate: 2000,
        stock: null,
      },
    ],
    sets: [],
  },
  plan: {
    promotions: [
      {
        id: 'p1',
        name: 'Spring paper',
        rank: 1,
        state: 'ready',
        schedule: {},
        code: null,
        when: null,
        mechanic: { kind: 'markdown', reach: { categories: ['paper'] }, value: { percent: 1500 } },
        stacking: { group: 'sale', mode: 'group' },
        limits: {},
        ladder: null,
      },
    ],
  },
  cart: { lines: [{ sku: 'A', quantity: 1 }], codes: [], channel: 'web', delivery: null, shopper: null },
}
