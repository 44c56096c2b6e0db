import type { CompiledCatalogue } from './catalogue.ts'
import type { Condition, Reach, ReachKeys } from './plan.ts'
import { createProblem, type Problem } from './problem.ts'

/** Names in a reach that do not exist, and a range of prices that holds none. */
export function checkReach(reach: Reach, path: string, catalogue: CompiledCatalogue): Problem[] {
  return [
    ...checkReachKeys(reach, path, catalogue),
    ...(reach.except ? checkReachKeys(reach.except, `${path}.except`, catalogue) : []),
  ]
}

function checkReachKeys(keys: ReachKeys, path: string, catalogue: CompiledCatalogue): Problem[] {
  const unknown = (
    code: string,
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

/** The reaches inside a condition; with `isShelf`, tests about the cart, which no shelf price may ask. */
export function checkWhen(
  when: Condition,
  path: string,
  { catalogue, isShelf }: { readonly catalogue: CompiledCatalogue; readonly isShelf: boolean },
): Problem[] {
  const view = { catalogue, isShelf }
  if ('not' in when) return checkWhen(when.not, `${path}.not`, view)
  if ('all' in when) return when.all.flatMap((part, index) => checkWhen(part, `${path}.all.${index}`, view))
  if ('any' in when) return when.any.flatMap((part, index) => checkWhen(part, `${path}.any.${index}`, view))
  const isAboutCart = when.test === 'spend' || when.test === 'quantity' || when.test === 'option'
  if (isShelf && isAboutCart) return [createProblem('not-allowed', `${path}.test`, { given: when.test })]
  if (!('reach' in when)) return []
  const problems = checkReach(when.reach, `${path}.reach`, catalogue)
  // SKUs that a shopper once bought may have left the catalogue since.
  return when.test === 'bought' ? problems.filter((problem) => problem.code !== 'unknown-sku') : problems
}
