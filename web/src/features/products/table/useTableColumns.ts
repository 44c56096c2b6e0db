import { NUMBER_COLUMNS, type NumberColumn } from '@novalex/core'
import { computed } from 'vue'
import { useStoredList } from '@/composables/useStoredList.ts'
import { isNumberColumn, USUAL_COLUMNS } from './columns.ts'

const isColumn = (one: unknown): one is NumberColumn => typeof one === 'string' && isNumberColumn(one)

/** The columns of numbers that show, as chosen in this browser; always in the same order. */
export function useTableColumns() {
  const chosen = useStoredList('novalex.product-columns', isColumn)
  const shown = computed<readonly NumberColumn[]>(() =>
    chosen.value.length === 0 ? USUAL_COLUMNS : NUMBER_COLUMNS.filter((column) => chosen.value.includes(column)),
  )
  function show(column: NumberColumn, is: boolean): void {
    const wanted = new Set(is ? [...shown.value, column] : shown.value.filter((one) => one !== column))
    chosen.value = NUMBER_COLUMNS.filter((one) => wanted.has(one))
  }
  return {
    shown,
    show,
    reset: () => {
      chosen.value = []
    },
  }
}
