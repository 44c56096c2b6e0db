/** The most that the plan file's schema lets through: a price in minor units, and units on a cart line. */
export const MAX_PRICE = 1_000_000_000_000
export const MAX_QUANTITY = 1_000_000
