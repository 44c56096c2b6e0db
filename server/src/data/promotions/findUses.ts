import { reachesOf, type Condition, type Promotion, type Reach, type ReachKeys } from '@novalex/core'

/** Whether any reach of a promotion, in its mechanic, its condition or its exceptions, is such as asked. */
export function usesReach({ mechanic, when }: Promotion, holds: (keys: ReachKeys) => boolean): boolean {
  const either = (reach: Reach) => holds(reach) || (reach.except !== undefined && holds(reach.except))
  return reachesOf(mechanic).some(either) || (when !== null && collectReaches(when).some(either))
}

function collectReaches(condition: Condition): Reach[] {
  if ('not' in condition) return collectReaches(condition.not)
  if ('all' in condition) return condition.all.flatMap(collectReaches)
  if ('any' in condition) return condition.any.flatMap(collectReaches)
  return 'reach' in condition ? [condition.reach] : []
}
