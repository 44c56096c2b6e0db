import type { CategoryAnswer, OccasionRecord, SetAnswer } from '@novalex/contract'
import { defineStore } from 'pinia'
import { shallowRef, watch } from 'vue'
import { api } from '@/api/api.ts'
import type { Names } from '@/locale/ruleWords.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Categories, sets and occasions, and the names behind ids, as sentences need them. */
export const useNames = defineStore('names', () => {
  const store = useStoreInfo()
  const categories = shallowRef<readonly CategoryAnswer[]>([])
  const sets = shallowRef<readonly SetAnswer[]>([])
  const occasions = shallowRef<readonly OccasionRecord[]>([])
  const products = shallowRef<ReadonlyMap<string, string>>(new Map())

  async function refresh(): Promise<void> {
    categories.value = await api.listCategories().catch(() => categories.value)
  }
  watch(() => store.info?.catalogueRevision, refresh, { immediate: true })
  watch(
    [() => store.info?.catalogueRevision, () => store.info?.planRevision],
    async () => {
      const answers = await Promise.all([api.listSets(), api.listOccasions()]).catch(() => null)
      if (answers) [sets.value, occasions.value] = answers
    },
    { immediate: true },
  )

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
  return { categories, sets, occasions, names, refresh, learnProducts }
})
