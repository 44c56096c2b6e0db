import type { CompiledCatalogue } from './catalogue.ts'
import { reachesOf, type CompiledPromotion } from './compilePlan.ts'
import type { Product, Reach } from './plan.ts'

/**
 * Files each promotion under the entries of one key of each of its reaches, so that a product meets only the promotions filed under its
 * own SKU, family, categories and tags, and those that name none of these.
 */
export function createReachIndex(
  promotions: readonly CompiledPromotion[],
  catalogue: CompiledCatalogue,
): (product: Product) => CompiledPromotion[] {
  const shelves = new Map<string, number[]>()
  promotions.forEach(({ promotion }, position) => {
    const keys = new Set(reachesOf(promotion.mechanic).flatMap((reach) => indexKeys(reach, catalogue)))
    for (const key of keys) {
      const shelf = shelves.get(key)
      if (shelf) shelf.push(position)
      else shelves.set(key, [position])
    }
  })
  return (product) => {
    const hits: number[][] = []
    for (const key of productKeys(product)) {
      const shelf = shelves.get(key)
      if (shelf) hits.push(shelf)
    }
    const positions = hits.length === 1 ? hits[0]! : [...new Set(hits.flat())].sort((a, b) => a - b)
    return positions.map((position) => promotions[position]!)
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

function productKeys({ sku, family, categories, tags }: Product): string[] {
  const keys = ['any', `sku:${sku}`]
  if (family !== null) keys.push(`family:${family}`)
  for (const id of categories) keys.push(`category:${id}`)
  for (const tag of tags) keys.push(`tag:${tag}`)
  return keys
}
