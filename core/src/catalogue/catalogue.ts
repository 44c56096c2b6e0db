import type { Catalogue, Category, Product, ProductSet } from '../terms/index.ts'

/** A catalogue with its indexes. */
export interface CompiledCatalogue {
  readonly products: readonly Product[]
  readonly bySku: ReadonlyMap<string, Product>
  readonly categories: ReadonlyMap<string, Category>
  readonly sets: ReadonlyMap<string, ProductSet>
  /** A category's id with the ids of everything below it. */
  readonly withDescendants: ReadonlyMap<string, ReadonlySet<string>>
}

export function compileCatalogue(catalogue: Catalogue): CompiledCatalogue {
  return {
    products: catalogue.products,
    bySku: indexBySku(catalogue.products),
    categories: new Map(catalogue.categories.map((category) => [category.id, category])),
    sets: new Map(catalogue.sets.map((set) => [set.id, set])),
    withDescendants: collectDescendants(catalogue.categories),
  }
}

const INDEXES = new WeakMap<readonly Product[], ReadonlyMap<string, Product>>()

/** Made once for a list of products, however many plans are compiled with it. */
function indexBySku(products: readonly Product[]): ReadonlyMap<string, Product> {
  let index = INDEXES.get(products)
  if (!index) {
    index = new Map(products.map((product) => [product.sku, product]))
    INDEXES.set(products, index)
  }
  return index
}

/** The names from the root down to a category, for instance `['Paper', 'Pads']`. Unknown ids give an empty list. */
export function categoryPath(categories: ReadonlyMap<string, Category>, id: string): string[] {
  const names: string[] = []
  const seen = new Set<string>()
  let category = categories.get(id)
  while (category && !seen.has(category.id)) {
    seen.add(category.id)
    names.unshift(category.name)
    category = category.parent === null ? undefined : categories.get(category.parent)
  }
  return names
}

function collectDescendants(categories: readonly Category[]): Map<string, Set<string>> {
  const byId = new Map(categories.map((category) => [category.id, category]))
  const result = new Map(categories.map((category) => [category.id, new Set([category.id])]))
  for (const category of categories) {
    const seen = new Set([category.id])
    let parent = category.parent
    while (parent !== null && !seen.has(parent)) {
      seen.add(parent)
      result.get(parent)?.add(category.id)
      parent = byId.get(parent)?.parent ?? null
    }
  }
  return result
}
