import type { ProductFilter, ProductOrder } from '@novalex/core'
import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'

const KEY = 'novalex.products'

interface Kept {
  filters: ProductFilter[]
  order: ProductOrder
  chosen: string[]
}

/** Which products are looked at: by filters, in an order, and those picked by hand. It outlives a reload of the page. */
export const useProductChoice = defineStore('productChoice', () => {
  const kept = read()
  const filters = ref<ProductFilter[]>(kept.filters)
  const order = ref<ProductOrder>(kept.order)
  const chosen = ref<ReadonlySet<string>>(new Set(kept.chosen))
  watch([filters, order, chosen], () => {
    const now: Kept = { filters: filters.value, order: order.value, chosen: [...chosen.value] }
    sessionStorage.setItem(KEY, JSON.stringify(now))
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

function read(): Kept {
  const nothing: Kept = { filters: [], order: null, chosen: [] }
  try {
    return { ...nothing, ...(JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<Kept>) }
  } catch {
    return nothing
  }
}
