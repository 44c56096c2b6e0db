import type { ProductFilter, ProductOrder } from '@novalex/core'
import { useRouteQuery } from '@vueuse/router'
import { watch } from 'vue'
import { productText } from '@/locale/catalogue.ts'
import { useProductChoice } from '@/stores/productChoice.ts'

const COLUMNS = productText.table.columns

/**
 * Keeps the filters and the order of the products in the address, so that a link shows what its sender sees. An address without them leaves them as
 * they were. What the server makes nothing of is said where the products would stand.
 */
export function useChoiceInAddress(): void {
  const choice = useProductChoice()
  const filters = useRouteQuery<string | null>('filters', null)
  const order = useRouteQuery<string | null>('order', null)
  const wanted = () => [write(choice.filters.length > 0 ? choice.filters : null), write(choice.order)] as const

  watch(
    [filters, order],
    ([given, by]) => {
      const found = readFilters(given)
      if (found && write(found) !== wanted()[0]) choice.filters = found
      const sorted = readOrder(by)
      if (sorted && write(sorted) !== wanted()[1]) choice.order = sorted
    },
    { immediate: true },
  )
  watch(
    wanted,
    ([now, by]) => {
      filters.value = now
      order.value = by
    },
    { immediate: true },
  )
}

const write = (value: unknown) => (value === null ? null : JSON.stringify(value))

function parse(text: string | null): unknown {
  try {
    return text === null ? null : JSON.parse(text)
  } catch {
    return null
  }
}

const hasColumn = (value: unknown): value is { column: string } =>
  typeof value === 'object' && value !== null && String((value as { column?: unknown }).column) in COLUMNS

const CONDITIONS = ['text', 'anyOf', 'from', 'to', 'empty']
/** Any of what a filter may ask for; the server knows the rest. */
const isFilter = (value: unknown): value is ProductFilter => hasColumn(value) && CONDITIONS.some((key) => key in value)

/** The filters of an address; null where it has none that can be read. */
export function readFilters(text: string | null): ProductFilter[] | null {
  const found = parse(text)
  return Array.isArray(found) && found.every(isFilter) ? found : null
}

function readOrder(text: string | null): ProductOrder {
  const found = parse(text)
  return hasColumn(found) ? (found as ProductOrder) : null
}
