import { reachesOf } from '../mechanics/index.ts'
import type { Condition, Reach, ReachKeys } from '../terms/index.ts'
import type { Promotion } from './promotion.ts'

/** Every selection of products that a promotion names: in its mechanic, its condition and the exceptions of both. */
export function listReaches({ mechanic, when }: Pick<Promotion, 'mechanic' | 'when'>): ReachKeys[] {
  const reaches = [...reachesOf(mechanic), ...(when === null ? [] : collectReaches(when))]
  return reaches.flatMap((reach) => (reach.except === undefined ? [reach] : [reach, reach.except]))
}

function collectReaches(condition: Condition): Reach[] {
  if ('not' in condition) return collectReaches(condition.not)
  if ('all' in condition) return condition.all.flatMap(collectReaches)
  if ('any' in condition) return condition.any.flatMap(collectReaches)
  return 'reach' in condition ? [condition.reach] : []
}
