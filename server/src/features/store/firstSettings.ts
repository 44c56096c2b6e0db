import type { Store } from '@novalex/core'

/** Initial settings of a store: the stack groups, of which two promotions never combine. */
export const FIRST_SETTINGS: Omit<Store, 'currency' | 'timeZone' | 'pricesIncludeTax'> = {
  deliveryTaxRate: 2000,
  surchargeTaxRate: 2000,
  conflicts: 'best',
  maxCodesPerOrder: 1,
  floor: { enforce: true, minMargin: 0 },
  stackGroups: ['sale', 'clearance', 'club', 'multi-buy', 'coupon'],
  apart: [
    ['sale', 'sale'],
    ['sale', 'clearance'],
    ['clearance', 'clearance'],
    ['multi-buy', 'multi-buy'],
    ['multi-buy', 'coupon'],
    ['coupon', 'coupon'],
  ],
}
