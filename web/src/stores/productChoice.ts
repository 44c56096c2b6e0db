import type { ProductFilter, ProductOrder } from '@novalex/core'
import { defineStore } from 'pinia'
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'

const KEY = 'novalex.products'

interface Kept {
  filters: ProductFilter[]
  order: ProductOrder
  chosen: string[]
}

const NOTHING: Kept = { filters: [], order: null, chosen: [] }

/** Product filters, sort order and selection. Survives a page reload. */
export const useProductChoice = defineStore('productChoice', () => {
  const kept = useStorage(KEY, NOTHING, sessionStorage, {
    mergeDefaults: true,
    shallow: true,
    onError: () => undefined,
  })
  const part = <K extends keyof Kept>(key: K) =>
    computed({
      get: () => kept.value[key],
      set: (next) => {
        kept.value = { ...kept.value, [key]: next }
      },
    })
  const filters = part('filters')
  const order = part('order')
  const skus = part('chosen')
  const chosen = computed<ReadonlySet<string>>({
    get: () => new Set(skus.value),
    set: (next) => {
      skus.value = [...next]
    },
  })

  /** Picked by hand, or else whatever the filters leave. */
  const picked = computed(() => (chosen.value.size > 0 ? { skus: [...chosen.value] } : { filters: [...filters.value] }))
  const filterOf = (column: ProductFilter['column']) => filters.value.find((one) => one.column === column)

  /** Another filter on a column, or none. */
  function setFilter(column: ProductFilter['column'], filter: ProductFilter | null): void {
    filters.value = [...filters.value.filter((one) => one.column !== column), ...(filter ? [filter] : [])]
  }
  function clear(): void {
    filters.value = []
  }
  function choose(sku: string, is: boolean): void {
    const next = new Set(chosen.value)
    if (is) next.add(sku)
    else next.delete(sku)
    chosen.value = next
  }
  function chooseNone(): void {
    chosen.value = new Set()
  }
  return { filters, order, chosen, picked, filterOf, setFilter, clear, choose, chooseNone }
})
