import { listReaches, type Promotion, type ReachKeys } from '@novalex/core'

/** Whether any reach of a promotion, in its mechanic, its condition or its exceptions, is such as asked. */
export function usesReach(promotion: Promotion, holds: (keys: ReachKeys) => boolean): boolean {
  return listReaches(promotion).some(holds)
}
