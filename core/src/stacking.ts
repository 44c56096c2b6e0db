import type { Stacking, Store } from './plan.ts'

/** Answers which promotions may share a unit, from the store's table of groups that are kept apart. */
export interface StackingRules {
  /** Whether the groups and modes of two promotions allow both on one unit, whichever came first. */
  combine(a: Stacking, b: Stacking): boolean
  /** Whether a promotion may touch a unit that `earlier`, processed before it, touched. */
  mayFollow(later: Stacking, earlier: Stacking): boolean
}

/** Source: docs/pricing.md, "Stacking". */
export function createStackingRules(store: Store): StackingRules {
  const apart = new Set(store.apart.flatMap(([a, b]) => [pairKey(a, b), pairKey(b, a)]))
  const combine = (a: Stacking, b: Stacking) =>
    a.mode !== 'alone' && b.mode !== 'alone' && !apart.has(pairKey(a.group, b.group))
  return { combine, mayFollow: (later, earlier) => earlier.mode !== 'closes' && combine(later, earlier) }
}

function pairKey(a: string, b: string): string {
  return `${a}\u0000${b}`
}
