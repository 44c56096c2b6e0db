import { firstOf } from '@novalex/core'
import type { TableQuestion, TableRow } from '@novalex/contract'
import { useQueries } from '@tanstack/vue-query'
import { computed, ref, shallowRef, watch } from 'vue'
import type { ApiError } from '@/api/http.ts'
import { toQuery } from '@/api/useAnswer.ts'

const PART = 100

/** A long table, of which only the parts in sight are asked for. The old rows stay until the first new ones are there. */
export function useProductParts(ask: () => Omit<TableQuestion, 'from' | 'count'>) {
  const first = ref(0)
  const last = ref(0)
  const asked = computed(ask)
  const total = ref<number | null>(null)
  const rows = shallowRef<ReadonlyMap<number, TableRow>>(new Map())
  const parts = computed(() => {
    const end = total.value === null ? 0 : Math.ceil(total.value / PART) - 1
    const until = Math.max(first.value, Math.min(last.value, end))
    return Array.from({ length: until - first.value + 1 }, (_none, index) => first.value + index)
  })
  const answers = useQueries({
    queries: computed(() =>
      parts.value.map((part) =>
        toQuery('getProductTable', { body: { ...asked.value, from: part * PART, count: PART } }),
      ),
    ),
  })

  watch(
    answers,
    (found) => {
      const known = found.flatMap(({ data }, index) => (data ? [{ data, from: parts.value[index]! * PART }] : []))
      if (known.length === 0) return
      total.value = firstOf(known).data.total
      rows.value = new Map(
        known.flatMap(({ data, from }) => data.rows.map((row, index) => [from + index, row] as const)),
      )
    },
    { immediate: true },
  )
  return {
    total,
    rows,
    error: computed(() => (answers.value.find(({ error }) => error)?.error ?? null) as ApiError | null),
    /** Whether what is shown answers another question than the present one. */
    isLoading: computed(() => answers.value.every(({ data }) => !data) && answers.value.some((one) => one.isFetching)),
    refetch: () => Promise.all(answers.value.map(({ refetch }) => refetch())),
    /** Tells which rows are in sight. */
    look: (from: number, to: number) => {
      first.value = Math.floor(from / PART)
      last.value = Math.floor(to / PART)
    },
  }
}
