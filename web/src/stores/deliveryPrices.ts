import type { MinorUnits } from '@novalex/core'

/** What each way of delivery costs before any offer, at the till and in the shop. */
export const DELIVERY_PRICES: Readonly<Record<string, MinorUnits>> = { parcel: 490, express: 990, collect: 0 }
