/** Days of sales that the figure of units sold stands for. */
export const SALES_DAYS = 30

/** How many days the stock lasts if it sells on as in the last 30 days, rounded down; null where either is not known or nothing sells. */
export function computeCover(stock: number | null, sold: number | null): number | null {
  if (stock === null || sold === null || sold === 0) return null
  return Math.floor((stock * SALES_DAYS) / sold)
}

/** How many units sell in so many days if it goes on as in the last 30 days, rounded up. */
export function computeExpectedSales(sold: number, days: number): number {
  return Math.ceil((sold * days) / SALES_DAYS)
}
