import type { CompiledCatalogue, ReachMatcher } from '../catalogue/index.ts'
import { reachesOf, type Act } from '../mechanics/index.ts'
import type { Product, Reach } from '../terms/index.ts'
import type { CompiledPromotion } from './compiledPromotion.ts'

/** Finds promotions for a product. Products that the same promotions reach get the same list, by rank. */
export type FindPromotions<A extends Act = Act> = (product: Product) => readonly CompiledPromotion<A>[]

/** A promotion filed under one key of one of its reaches. */
interface Filed<A extends Act> {
  /** Its place among all, by rank. */
  readonly place: number
  readonly entry: CompiledPromotion<A>
  /** Remaining test of a product under that key; null: none. */
  readonly matches: ReachMatcher | null
}

interface Drawer<A extends Act> {
  readonly number: number
  readonly filed: Filed<A>[]
  /** The promotions of the drawer, once it is known that nothing else must be asked. */
  certain: readonly CompiledPromotion<A>[] | null
}

const KEYS = ['skus', 'families', 'categories', 'tags'] as const
type Key = (typeof KEYS)[number] | 'any'

/**
 * Files each promotion under the entries of one key of each of its reaches, so that a product meets only the promotions filed under its
 * own SKU, family, categories and tags, and those that name none of these. `matcherOf` says what a product must fulfil beyond its key.
 */
export function createReachIndex<A extends Act>(
  promotions: readonly CompiledPromotion<A>[],
  catalogue: CompiledCatalogue,
  matcherOf: (reach: Reach) => ReachMatcher,
): FindPromotions<A> {
  const drawers: Record<Key, Map<string, Drawer<A>>> = {
    skus: new Map(),
    families: new Map(),
    categories: new Map(),
    tags: new Map(),
    any: new Map(),
  }
  let count = 0
  promotions.forEach((entry, place) => {
    for (const reach of reachesOf(entry.promotion.mechanic)) {
      const [key, ids] = chooseKey(reach, catalogue)
      const filed: Filed<A> = { place, entry, matches: isCertain(reach) ? null : matcherOf(reach) }
      for (const id of ids) {
        const drawer = drawers[key].get(id)
        if (drawer) drawer.filed.push(filed)
        else drawers[key].set(id, { number: count++, filed: [filed], certain: null })
      }
    }
  })
  for (const drawer of KEYS.flatMap((key) => [...drawers[key].values()]).concat([...drawers.any.values()])) {
    if (drawer.filed.every(({ matches }) => matches === null)) drawer.certain = listOf(drawer.filed)
  }
  return rememberByProduct((product) => {
    const own: Drawer<A>[] = []
    const look = (key: Key, id: string) => {
      const drawer = drawers[key].get(id)
      if (drawer) own.push(drawer)
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
const NONE: readonly never[] = []

/**
 * Most products lie in drawers of which nothing else must be asked, and share their list with all that lie in the same ones. Of the others the same
 * few are asked for again and again; what they lie in changes only with their regular price.
 */
function rememberByProduct<A extends Act>(findDrawers: (product: Product) => readonly Drawer<A>[]): FindPromotions<A> {
  const known = new Map<string, { price: number; found: readonly CompiledPromotion<A>[] }>()
  const lists = new Map<string, readonly CompiledPromotion<A>[]>()
  const certain = new Map<string, readonly CompiledPromotion<A>[]>()
  // One product after the other is priced, each at several instants.
  let last: { readonly product: Product; readonly found: readonly CompiledPromotion<A>[] } | null = null

  function find(product: Product): readonly CompiledPromotion<A>[] {
    const hit = known.get(product.sku)
    if (hit?.price === product.regularPrice) return hit.found
    const own = findDrawers(product)
    if (own.length === 0) return NONE
    if (own.length === 1 && own[0]!.certain) return own[0]!.certain
    const isCertain = own.every((drawer) => drawer.certain)
    const key = isCertain ? own.map(({ number }) => number).join() : ''
    const shared = isCertain ? certain.get(key) : undefined
    if (shared) return shared
    const found = listOf(
      own.flatMap(({ filed }) => filed).filter(({ matches }) => matches?.(product, product.regularPrice) ?? true),
    )
    const name = found.map(({ rank }) => rank).join()
    const list = lists.get(name) ?? found
    for (const cache of [known, lists, certain]) if (cache.size >= REMEMBERED_PRODUCTS) cache.clear()
    lists.set(name, list)
    if (isCertain) certain.set(key, list)
    else known.set(product.sku, { price: product.regularPrice, found: list })
    return list
  }

  return (product) => {
    if (last?.product !== product) last = { product, found: find(product) }
    return last.found
  }
}

/** By rank, each once. */
function listOf<A extends Act>(filed: readonly Filed<A>[]): readonly CompiledPromotion<A>[] {
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
