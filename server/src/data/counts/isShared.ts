import type { Promotion } from '@novalex/core'

/** Whether what one order gets depends on what others have got. */
export function isShared({ limits, ladder }: Promotion): boolean {
  const hasLimit = limits.uses != null || limits.units != null || (limits.budgetStops === true && limits.budget != null)
  return hasLimit || ladder?.by === 'unitsSold' || ladder?.by === 'unitsLeft'
}
