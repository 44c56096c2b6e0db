import type { CategoryAnswer, OccasionRecord, SetAnswer } from '@novalex/contract'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import type { Names } from '@novalex/words'

/** Stands for a name until it is known: an id that turns into a name reads like a mistake. */
const UNKNOWN = '…'
const MOST_AT_ONCE = 500

/** The name of what is in a list; `UNKNOWN` until the list is there. */
function findName<T>(
  list: readonly T[] | undefined,
  isIt: (one: T) => boolean,
  nameOf: (one: T) => string,
): string | undefined {
  if (list === undefined) return UNKNOWN
  const found = list.find(isIt)
  return found && nameOf(found)
}

/** Categories, sets and occasions, and the names behind ids, as sentences need them. */
export const useNames = defineStore('names', () => {
  const { data: listedCategories, error: categoriesError } = useAnswer('listCategories')
  const { data: listedSets, error: setsError } = useAnswer('listSets')
  const { data: listedOccasions } = useAnswer('listOccasions')
  const categories = computed<readonly CategoryAnswer[]>(() => listedCategories.value ?? [])
  const sets = computed<readonly SetAnswer[]>(() => listedSets.value ?? [])
  const occasions = computed<readonly OccasionRecord[]>(() => listedOccasions.value ?? [])
  const products = shallowRef<ReadonlyMap<string, string>>(new Map())
  const asked = new Set<string>()
  let queue: string[] = []

  /** Remembers names that some answer brought along. */
  function learnProducts(known: readonly { readonly sku: string; readonly name: string }[]): void {
    products.value = new Map([...products.value, ...known.map(({ sku, name }) => [sku, name] as const)])
  }

  /** Looks up, in one request, all products whose names were asked for since; one that is not there goes by its SKU. */
  async function lookUp(): Promise<void> {
    const skus = queue.slice(0, MOST_AT_ONCE)
    queue = queue.slice(MOST_AT_ONCE)
    const found = await call('lookUpProducts', { body: { skus } }).catch(() => [])
    learnProducts([...skus.map((sku) => ({ sku, name: sku })), ...found])
    if (queue.length > 0) await lookUp()
  }

  function findProduct(sku: string): string {
    const name = products.value.get(sku)
    if (name !== undefined) return name
    if (!asked.has(sku)) {
      if (queue.length === 0) queueMicrotask(() => void lookUp())
      asked.add(sku)
      queue.push(sku)
    }
    return UNKNOWN
  }

  /** Whether some products, and all categories and sets, have their names, or will not get them; those that are missing are looked up. */
  function areKnown(skus: readonly string[]): boolean {
    const isListed = (list: unknown, error: unknown) => list !== undefined || error !== null
    const missing = skus.filter((sku) => findProduct(sku) === UNKNOWN)
    return (
      missing.length === 0 &&
      isListed(listedCategories.value, categoriesError.value) &&
      isListed(listedSets.value, setsError.value)
    )
  }

  const names: Names = {
    category: (id) =>
      findName(
        listedCategories.value,
        (one) => one.id === id,
        (one) => one.path.join(' › '),
      ) ?? id,
    stackGroup: (id) => id,
    set: (id) =>
      findName(
        listedSets.value,
        (one) => one.set.id === id,
        (one) => one.set.name,
      ) ?? id,
    product: findProduct,
  }
  return { categories, sets, occasions, names, areKnown, learnProducts }
})
