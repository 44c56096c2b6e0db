import { compilePlan, resolveSets, type Catalogue, type CompiledPlan } from '@novalex/core'
import type { ReleasedPlan } from '../../data/releases/index.ts'

/** Compiles a release with the current catalogue and partner channels. */
export function compileReleased(
  { store, promotions, sets }: ReleasedPlan,
  goods: Omit<Catalogue, 'sets'>,
  partners: readonly string[],
): CompiledPlan {
  return compilePlan({ store, promotions, catalogue: { ...goods, sets: resolveSets(sets, goods) }, partners })
}
