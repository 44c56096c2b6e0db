import type { Catalogue, Category, Store } from '../terms/index.ts'
import { createProblem, type Problem } from '../values/index.ts'

/** Stack groups that are kept apart without being there. Paths are relative to the store. */
export function checkStore({ stackGroups, apart }: Store): Problem[] {
  return apart.flatMap((pair, at) =>
    pair.flatMap((id, side) =>
      stackGroups.includes(id) ? [] : [createProblem('unknown-stack-group', `apart.${at}.${side}`, { id })],
    ),
  )
}

/**
 * Ids that are there twice, categories that are not there or lie below themselves. A set may hold SKUs that the catalogue no longer has.
 * Paths are relative to the catalogue.
 */
export function checkCatalogue({ categories, products, sets }: Catalogue): Problem[] {
  const byId = new Map(categories.map((category) => [category.id, category]))
  const isUnknown = (id: string) => !byId.has(id)
  const unknown = (path: string, id: string) => createProblem('unknown-category', path, { id })
  return [
    ...findTwice(categories, 'id').map((at) => twice(`categories.${at}.id`, categories[at]!.id)),
    ...categories.flatMap(({ parent }, at) => {
      if (parent === null) return []
      if (isUnknown(parent)) return [unknown(`categories.${at}.parent`, parent)]
      return isInCircle(categories[at]!, byId)
        ? [createProblem('category-circle', `categories.${at}.parent`, { id: parent })]
        : []
    }),
    ...findTwice(products, 'sku').map((at) => twice(`products.${at}.sku`, products[at]!.sku)),
    ...products.flatMap((product, at) =>
      product.categories.flatMap((id, place) =>
        isUnknown(id) ? [unknown(`products.${at}.categories.${place}`, id)] : [],
      ),
    ),
    ...findTwice(sets, 'id').map((at) => twice(`sets.${at}.id`, sets[at]!.id)),
  ]
}

function twice(path: string, id: string): Problem {
  return createProblem('duplicate-id', path, { id })
}

/** The places of those whose key was there before. */
function findTwice<K extends string>(list: readonly Readonly<Record<K, string>>[], key: K): number[] {
  const seen = new Set<string>()
  return list.flatMap((one, at) => {
    const isKnown = seen.has(one[key])
    seen.add(one[key])
    return isKnown ? [at] : []
  })
}

function isInCircle(category: Category, byId: ReadonlyMap<string, Category>): boolean {
  const seen = new Set<string>()
  let above: Category | undefined = category
  while (above?.parent != null && !seen.has(above.id)) {
    seen.add(above.id)
    above = byId.get(above.parent)
    if (above?.id === category.id) return true
  }
  return false
}
