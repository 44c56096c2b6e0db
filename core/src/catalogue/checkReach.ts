import type { Reach, ReachKeys } from '../terms/index.ts'
import { createProblem, type Problem } from '../values/index.ts'
import type { CompiledCatalogue } from './catalogue.ts'

/** Names in a reach that do not exist, and a range of prices that holds none. */
export function checkReach(reach: Reach, path: string, catalogue: CompiledCatalogue): Problem[] {
  return [
    ...checkReachKeys(reach, path, catalogue),
    ...(reach.except ? checkReachKeys(reach.except, `${path}.except`, catalogue) : []),
  ]
}

function checkReachKeys(keys: ReachKeys, path: string, catalogue: CompiledCatalogue): Problem[] {
  const unknown = (
    code: 'unknown-sku' | 'unknown-category' | 'unknown-set',
    key: string,
    ids: readonly string[] | undefined,
    known: ReadonlyMap<string, unknown>,
  ) =>
    (ids ?? []).flatMap((id, index) => (known.has(id) ? [] : [createProblem(code, `${path}.${key}.${index}`, { id })]))
  const { from, below } = keys.regularPrice ?? {}
  const isEmptyRange = from !== undefined && below !== undefined && below <= from
  return [
    ...unknown('unknown-sku', 'skus', keys.skus, catalogue.bySku),
    ...unknown('unknown-category', 'categories', keys.categories, catalogue.categories),
    ...unknown('unknown-set', 'sets', keys.sets, catalogue.sets),
    ...(isEmptyRange ? [createProblem('empty-range', `${path}.regularPrice.below`, { from, below })] : []),
  ]
}
