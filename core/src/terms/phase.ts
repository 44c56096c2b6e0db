/** The order in which promotions act: regular price, shelf price, units, order, delivery, surcharges. Source: docs/pricing.md, "Phases". */
export type Phase = 0 | 1 | 2 | 3 | 4 | 5
