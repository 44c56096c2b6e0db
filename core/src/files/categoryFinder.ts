import { categoryPath } from '../catalogue/index.ts'
import type { Category } from '../terms/index.ts'
import { lastOf } from '../values/index.ts'

/** Finds categories by their path of names; adds those that are missing, with ids made from their names. */
export function createCategoryFinder(existing: readonly Category[]) {
  const byId = new Map(existing.map((category) => [category.id, category]))
  const idByPath = indexPaths(existing)
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
  return { findOrAdd, added }
}

function indexPaths(categories: readonly Category[]): Map<string, string> {
  const byId = new Map(categories.map((category) => [category.id, category]))
  return new Map(categories.map(({ id }) => [pathKey(categoryPath(byId, id)), id]))
}

const INDEXES = new WeakMap<readonly Category[], ReadonlyMap<string, string>>()

/** The id of the category at a path of names, from the root down. A list is indexed once, which all rows of a file share. */
export function findCategoryId(categories: readonly Category[], path: readonly string[]): string | undefined {
  const index = INDEXES.get(categories) ?? indexPaths(categories)
  INDEXES.set(categories, index)
  return index.get(pathKey(path))
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
