import { categoryPath } from '../catalogue/index.ts'
import type { Category } from '../terms/index.ts'
import { lastOf } from '../values/index.ts'

/** Finds categories by their path of names; adds those that are missing, with ids made from their names. */
export function createCategoryFinder(existing: readonly Category[]) {
  const byId = new Map(existing.map((category) => [category.id, category]))
  const idByPath = new Map(existing.map((category) => [pathKey(categoryPath(byId, category.id)), category.id]))
  const added: Category[] = []
  function findOrAdd(path: readonly string[]): string {
    const key = pathKey(path)
    const known = idByPath.get(key)
    if (known !== undefined) return known
    const parent = path.length > 1 ? findOrAdd(path.slice(0, -1)) : null
    const category = { id: chooseId(path, byId), name: lastOf(path), parent }
    byId.set(category.id, category)
    idByPath.set(key, category.id)
    added.push(category)
    return category.id
  }
  return { find: (path: readonly string[]) => idByPath.get(pathKey(path)), findOrAdd, added }
}

const ID_MAX = 60

function chooseId(path: readonly string[], taken: ReadonlyMap<string, unknown>): string {
  const plain = path
    .join(' ')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
  const base = plain.slice(0, ID_MAX - 5).replace(/^-|-$/g, '') || 'category'
  for (let count = 1; ; count++) {
    const id = count === 1 ? base : `${base}-${count}`
    if (!taken.has(id)) return id
  }
}

function pathKey(path: readonly string[]): string {
  return path.join('\u0000')
}
