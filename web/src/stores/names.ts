import type { CategoryAnswer, OccasionRecord, SetAnswer } from '@novalex/contract'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { useList } from '@/api/useAnswer.ts'
import type { Names } from '@/locale/ruleWords.ts'

/** Categories, sets and occasions, and the names behind ids, as sentences need them. */
export const useNames = defineStore('names', () => {
  const { data: listedCategories } = useList('listCategories')
  const { data: listedSets } = useList('listSets')
  const { data: listedOccasions } = useList('listOccasions')
  const categories = computed<readonly CategoryAnswer[]>(() => listedCategories.value ?? [])
  const sets = computed<readonly SetAnswer[]>(() => listedSets.value ?? [])
  const occasions = computed<readonly OccasionRecord[]>(() => listedOccasions.value ?? [])
  const products = shallowRef<ReadonlyMap<string, string>>(new Map())

  /** Remembers names that some answer brought along. */
  function learnProducts(known: readonly { readonly sku: string; readonly name: string }[]): void {
    products.value = new Map([...products.value, ...known.map(({ sku, name }) => [sku, name] as const)])
  }

  const names: Names = {
    category: (id) => categories.value.find((category) => category.id === id)?.path.join(' › ') ?? id,
    stackGroup: (id) => id,
    set: (id) => sets.value.find(({ set }) => set.id === id)?.set.name ?? id,
    product: (sku) => products.value.get(sku) ?? sku,
  }
  return { categories, sets, occasions, names, learnProducts }
})
