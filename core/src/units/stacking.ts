import type { Stacking, Store } from '../terms/index.ts'

/** A promotion's place in stacking, made ready for many comparisons. Phases without stacking have none. */
export interface StackKey {
  readonly group: number
  readonly isAlone: boolean
  readonly isClosing: boolean
}

/**
 * How a promotion keeps another one off a unit: nothing may come after it, it stays alone, the other one stays alone (`own-alone`), or
 * their groups are kept apart. `first-only`: of this kind (price steps, delivery offers) the first is the only one that applies.
 */
export type Obstacle = 'closes' | 'alone' | 'own-alone' | 'apart' | 'first-only'

/** Answers which promotions may share a unit, from the store's table of groups that are kept apart. */
export interface StackingRules {
  keyOf(stacking: Stacking): StackKey
  /** Whether the groups and modes of two promotions allow both on one unit, whichever came first. */
  combine(a: StackKey, b: StackKey): boolean
  /** Whether a promotion may touch a unit that `earlier`, processed before it, touched. */
  mayFollow(later: StackKey, earlier: StackKey): boolean
}

/** Why `later` may not touch what `earlier` touched. */
export function findObstacle(later: StackKey, earlier: StackKey): Obstacle {
  if (earlier.isClosing) return 'closes'
  if (earlier.isAlone) return 'alone'
  return later.isAlone ? 'own-alone' : 'apart'
}

/** Source: docs/pricing.md, "Stacking". */
export function createStackingRules(store: Store): StackingRules {
  const groups = new Map(store.stackGroups.map((group, index) => [group, index]))
  const size = store.stackGroups.length
  const apart = new Uint8Array(size * size)
  for (const [a, b] of store.apart) {
    const [x, y] = [groups.get(a), groups.get(b)]
    if (x !== undefined && y !== undefined) apart[x * size + y] = apart[y * size + x] = 1
  }
  const combine = (a: StackKey, b: StackKey) => !a.isAlone && !b.isAlone && apart[a.group * size + b.group] !== 1
  return {
    keyOf: ({ group, mode }) => ({
      group: groups.get(group) ?? -1,
      isAlone: mode === 'alone',
      isClosing: mode === 'closes',
    }),
    combine,
    mayFollow: (later, earlier) => !earlier.isClosing && combine(later, earlier),
  }
}
