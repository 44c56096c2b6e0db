import type { Product, Reach, ReachKeys } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { CompiledCatalogue } from './catalogue.ts'

/** Whether a product with this regular price lies in the reach. */
export type ReachMatcher = (product: Product, regularPrice: MinorUnits) => boolean

/** A reach made ready for many questions. Unknown ids in it match nothing. Source: docs/pricing.md, "Reach". */
export function compileReach(reach: Reach, catalogue: CompiledCatalogue): ReachMatcher {
  const included = compileKeys(reach, catalogue)
  if (reach.except === undefined) return included
  const excepted = compileKeys(reach.except, catalogue)
  return (product, price) => included(product, price) && !excepted(product, price)
}

/** The products of a catalogue that lie in a reach, judged by their catalogue prices, in catalogue order. */
export function computeReached(reach: Reach, catalogue: CompiledCatalogue): Product[] {
  const matches = compileReach(reach, catalogue)
  return catalogue.products.filter((product) => matches(product, product.regularPrice))
}

function compileKeys(keys: ReachKeys, catalogue: CompiledCatalogue): ReachMatcher {
  const tests: ReachMatcher[] = []
  if (keys.skus) {
    const skus = new Set(keys.skus)
    tests.push((product) => skus.has(product.sku))
  }
  if (keys.categories) {
    const ids = new Set(keys.categories.flatMap((id) => [...(catalogue.withDescendants.get(id) ?? [])]))
    tests.push((product) => product.categories.some((id) => ids.has(id)))
  }
  if (keys.sets) {
    const skus = new Set(keys.sets.flatMap((id) => catalogue.sets.get(id)?.skus ?? []))
    tests.push((product) => skus.has(product.sku))
  }
  if (keys.tags) {
    const tags = new Set(keys.tags)
    tests.push((product) => product.tags.some((tag) => tags.has(tag)))
  }
  if (keys.families) {
    const families = new Set(keys.families)
    tests.push((product) => product.family !== null && families.has(product.family))
  }
  if (keys.regularPrice) {
    const { from = -Infinity, below = Infinity } = keys.regularPrice
    tests.push((_product, price) => price >= from && price < below)
  }
  return (product, price) => tests.every((test) => test(product, price))
}
