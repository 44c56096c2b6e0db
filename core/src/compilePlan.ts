import { compileCatalogue, type CompiledCatalogue } from './catalogue.ts'
import type { PricingBase, Product, Promotion, Reach, Store } from './plan.ts'
import { compileReach, type ReachMatcher } from './reach.ts'
import { compileSchedule, type CompiledSchedule } from './schedule.ts'
import { createStackingRules, type StackingRules } from './stacking.ts'

export interface CompiledPromotion {
  readonly promotion: Promotion
  readonly schedule: CompiledSchedule
  readonly matches: ReachMatcher
}

/** A plan with its catalogue, made ready to price any number of carts at any number of moments. */
export interface CompiledPlan {
  readonly store: Store
  readonly catalogue: CompiledCatalogue
  /** By rank. */
  readonly promotions: readonly CompiledPromotion[]
  readonly rules: StackingRules
  /** The promotions whose reach holds the product, by rank. */
  findReaching(product: Product): CompiledPromotion[]
}

/** Expects a checked plan (see `checkPromotion`); throws a `RangeError` on a malformed time or zone. */
export function compilePlan({ store, catalogue, promotions }: PricingBase): CompiledPlan {
  const compiledCatalogue = compileCatalogue(catalogue)
  const compiled = promotions
    .toSorted((a, b) => a.rank - b.rank)
    .map((promotion) => ({
      promotion,
      schedule: compileSchedule(promotion.schedule, store.timeZone),
      matches: compileReach(promotion.mechanic.reach, compiledCatalogue),
    }))
  const index = createReachIndex(compiled, compiledCatalogue)
  return {
    store,
    catalogue: compiledCatalogue,
    promotions: compiled,
    rules: createStackingRules(store),
    findReaching: (product) => index(product).filter((entry) => entry.matches(product, product.regularPrice)),
  }
}

/**
 * Files each promotion under the entries of one key of its reach, so that a product meets only the promotions filed under
 * its own SKU, family, categories and tags, and those that name none of these.
 */
function createReachIndex(
  promotions: readonly CompiledPromotion[],
  catalogue: CompiledCatalogue,
): (product: Product) => CompiledPromotion[] {
  const shelves = new Map<string, number[]>()
  promotions.forEach((entry, position) => {
    for (const key of new Set(indexKeys(entry.promotion.mechanic.reach, catalogue))) {
      const shelf = shelves.get(key)
      if (shelf) shelf.push(position)
      else shelves.set(key, [position])
    }
  })
  return (product) => {
    const positions = new Set(productKeys(product).flatMap((key) => shelves.get(key) ?? []))
    return [...positions].sort((a, b) => a - b).map((position) => promotions[position]!)
  }
}

function indexKeys(reach: Reach, catalogue: CompiledCatalogue): string[] {
  if (reach.skus) return reach.skus.map((sku) => `sku:${sku}`)
  if (reach.sets) return reach.sets.flatMap((id) => (catalogue.sets.get(id)?.skus ?? []).map((sku) => `sku:${sku}`))
  if (reach.families) return reach.families.map((family) => `family:${family}`)
  if (reach.categories) {
    return reach.categories.flatMap((id) =>
      [...(catalogue.withDescendants.get(id) ?? [])].map((one) => `category:${one}`),
    )
  }
  if (reach.tags) return reach.tags.map((tag) => `tag:${tag}`)
  return ['any']
}

function productKeys(product: Product): string[] {
  return [
    'any',
    `sku:${product.sku}`,
    ...(product.family === null ? [] : [`family:${product.family}`]),
    ...product.categories.map((id) => `category:${id}`),
    ...product.tags.map((tag) => `tag:${tag}`),
  ]
}
