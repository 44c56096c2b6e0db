import { checkReach, type CompiledCatalogue } from '../catalogue/index.ts'
import { conditionOf } from '../conditions/index.ts'
import type { Condition } from '../terms/index.ts'
import { createProblem, type Problem } from '../values/index.ts'

/** Checks the reaches inside a condition; with `isShelf` also that no test is about the cart, which shelf prices don't know. */
export function checkWhen(
  when: Condition,
  path: string,
  { catalogue, isShelf }: { readonly catalogue: CompiledCatalogue; readonly isShelf: boolean },
): Problem[] {
  const view = { catalogue, isShelf }
  if ('not' in when) return checkWhen(when.not, `${path}.not`, view)
  if ('all' in when) return when.all.flatMap((part, index) => checkWhen(part, `${path}.all.${index}`, view))
  if ('any' in when) return when.any.flatMap((part, index) => checkWhen(part, `${path}.any.${index}`, view))
  const { about, asksPurchases } = conditionOf(when)
  if (isShelf && about === 'cart') return [createProblem('not-allowed', `${path}.test`, { given: when.test })]
  if (!('reach' in when)) return []
  const problems = checkReach(when.reach, `${path}.reach`, catalogue)
  // SKUs that a shopper once bought may have left the catalogue since.
  return asksPurchases ? problems.filter((problem) => problem.code !== 'unknown-sku') : problems
}
