import type { CompiledCatalogue } from './catalogue.ts'
import { reachesOf, type CompiledPromotion } from './compilePlan.ts'
import type { Product, Reach } from './plan.ts'
import type { ReachMatcher } from './reach.ts'

/** Finds promotions for a product. Products that the same promotions reach get the same list, by rank. */
export type FindPromotions = (product: Product) => readonly CompiledPromotion[]

/** A promotion filed under one key of one of its reaches. */
interface Filed {
  /** Its place among all, by rank. */
  readonly place: number
  readonly entry: CompiledPromotion
  /** What a product under that key must still fulfil; null if nothing. */
  readonly matches: ReachMatcher | null
}

interface Shelf {
  readonly filed: Filed[]
  /** The promotions of the shelf, once it is known that nothing else must be asked. */
  certain: readonly CompiledPromotion[] | null
}

const KEYS = ['skus', 'families', 'categories', 'tags'] as const
type Key = (typeof KEYS)[number] | 'any'

/**
 * Files each promotion under the entries of one key of each of its reaches, so that a product meets only the promotions filed under its
 * own SKU, family, categories and tags, and those that name none of these. `matcherOf` says what a product must fulfil beyond its key.
 */
export function createReachIndex(
  promotions: readonly CompiledPromotion[],
  catalogue: CompiledCatalogue,
  matcherOf: (reach: Reach) => ReachMatcher,
): FindPromotions {
  const shelves: Record<Key, Map<string, Shelf>> = {
    skus: new Map(),
    families: new Map(),
    categories: new Map(),
    tags: new Map(),
    any: new Map(),
  }
  promotions.forEach((entry, place) => {
    for (const reach of reachesOf(entry.promotion.mechanic)) {
      const [key, ids] = chooseKey(reach, catalogue)
      const filed: Filed = { place, entry, matches: isCertain(reach) ? null : matcherOf(reach) }
      for (const id of ids) {
        const shelf = shelves[key].get(id)
        if (shelf) shelf.filed.push(filed)
        else shelves[key].set(id, { filed: [filed], certain: null })
      }
    }
  })
  for (const shelf of KEYS.flatMap((key) => [...shelves[key].values()]).concat([...shelves.any.values()])) {
    if (shelf.filed.every(({ matches }) => matches === null)) shelf.certain = listOf(shelf.filed)
  }
  return rememberByProduct((product) => {
    const own: Shelf[] = []
    const look = (key: Key, id: string) => {
      const shelf = shelves[key].get(id)
      if (shelf) own.push(shelf)
    }
    look('any', '')
    look('skus', product.sku)
    if (product.family !== null) look('families', product.family)
    for (const id of product.categories) look('categories', id)
    for (const tag of product.tags) look('tags', tag)
    return own
  })
}

const REMEMBERED_PRODUCTS = 5000
const NONE: readonly CompiledPromotion[] = []

/** The same few products are asked for again and again; what they lie in changes only with their regular price. */
function rememberByProduct(findShelves: (product: Product) => readonly Shelf[]): FindPromotions {
  const known = new Map<string, { price: number; found: readonly CompiledPromotion[] }>()
  const lists = new Map<string, readonly CompiledPromotion[]>()
  return (product) => {
    const hit = known.get(product.sku)
    if (hit?.price === product.regularPrice) return hit.found
    const own = findShelves(product)
    if (own.length === 0) return NONE
    if (own.length === 1 && own[0]!.certain) return own[0]!.certain
    const found = listOf(
      own.flatMap(({ filed }) => filed).filter(({ matches }) => matches?.(product, product.regularPrice) ?? true),
    )
    const name = found.map(({ promotion }) => promotion.rank).join()
    const list = lists.get(name) ?? found
    if (known.size >= REMEMBERED_PRODUCTS) known.clear()
    if (lists.size >= REMEMBERED_PRODUCTS) lists.clear()
    lists.set(name, list)
    known.set(product.sku, { price: product.regularPrice, found: list })
    return list
  }
}

/** By rank, each once. */
function listOf(filed: readonly Filed[]): readonly CompiledPromotion[] {
  const sorted = filed.toSorted((a, b) => a.place - b.place)
  return sorted.filter(({ entry }, at) => entry !== sorted[at - 1]?.entry).map(({ entry }) => entry)
}

/** Whether a product under the reach's key lies in the reach, whatever else is true of it. */
function isCertain(reach: Reach): boolean {
  return Object.keys(reach).length <= 1 && reach.except === undefined && reach.regularPrice === undefined
}

function chooseKey(reach: Reach, catalogue: CompiledCatalogue): [Key, Iterable<string>] {
  if (reach.skus) return ['skus', new Set(reach.skus)]
  if (reach.sets) return ['skus', new Set(reach.sets.flatMap((id) => catalogue.sets.get(id)?.skus ?? []))]
  if (reach.families) return ['families', new Set(reach.families)]
  if (reach.categories) {
    return ['categories', new Set(reach.categories.flatMap((id) => [...(catalogue.withDescendants.get(id) ?? [])]))]
  }
  return reach.tags ? ['tags', new Set(reach.tags)] : ['any', ['']]
}
