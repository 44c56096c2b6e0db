import { FREE, type MechanicKind, type Mechanics } from '@novalex/core'

/** The mechanic that a card of the new promotion page begins with, for all products. */
export const FIRST_DRAFTS: { readonly [K in MechanicKind]: Mechanics[K] } = {
  markdown: { kind: 'markdown', reach: {}, value: { percent: 2000, of: 'regular' } },
  'item-discount': { kind: 'item-discount', reach: {}, value: { percent: 1000 } },
  'quantity-break': {
    kind: 'quantity-break',
    reach: {},
    count: 'sku',
    on: 'all',
    tiers: [
      { from: 5, value: { percent: 1000 } },
      { from: 10, value: { percent: 1500 } },
    ],
  },
  'spend-break': { kind: 'spend-break', reach: {}, tiers: [{ from: 5000, value: { percent: 1000 } }] },
  'buy-get': {
    kind: 'buy-get',
    buy: { reach: {}, quantity: 2 },
    get: { sameSku: true, quantity: 1, value: FREE },
    repeat: 'every',
  },
  bundle: { kind: 'bundle', parts: [{ reach: {}, quantity: 3 }], price: 3000, repeat: 'every' },
  'order-discount': { kind: 'order-discount', reach: {}, tiers: [{ from: 5000, value: { amount: 500, per: 'once' } }] },
  delivery: { kind: 'delivery', basis: 'current', tiers: [{ from: 4900, value: FREE }] },
  surcharge: { kind: 'surcharge', reach: {}, value: { amount: 200, per: 'unit' } },
  'price-steps': { kind: 'price-steps', reach: {} },
}
