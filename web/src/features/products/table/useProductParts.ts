import type { TableQuestion, TableRow } from '@novalex/contract'
import { onBeforeUnmount, ref, shallowReactive, shallowRef, watch, type WatchSource } from 'vue'
import { api } from '@/api/api.ts'
import { ApiError } from '@/api/http.ts'

const PART = 100

/** A long table, of which only the parts that are looked at are asked for. The old rows stay until the first new ones are there. */
export function useProductParts(question: () => Omit<TableQuestion, 'from' | 'count'>, sources: WatchSource[]) {
  const total = ref<number | null>(null)
  const rows = shallowReactive(new Map<number, TableRow>())
  const error = shallowRef<ApiError | null>(null)
  const isLoading = ref(false)
  let asked = new Set<number>()
  let asking = new AbortController()
  let seen: readonly [number, number] = [0, 0]

  async function ask(part: number, { anew }: { anew: boolean }): Promise<void> {
    if (asked.has(part)) return
    asked.add(part)
    const { signal } = asking
    try {
      const answer = await api.getProductTable({ ...question(), from: part * PART, count: PART }, signal)
      if (signal.aborted) return
      if (anew) rows.clear()
      answer.rows.forEach((row, index) => rows.set(part * PART + index, row))
      total.value = answer.total
      error.value = null
    } catch (thrown) {
      if (signal.aborted) return
      if (!(thrown instanceof ApiError)) throw thrown
      error.value = thrown
      asked.delete(part)
    }
  }

  async function reload(): Promise<void> {
    asking.abort()
    asking = new AbortController()
    const { signal } = asking
    asked = new Set()
    isLoading.value = true
    await ask(Math.floor(seen[0] / PART), { anew: true })
    if (signal.aborted) return
    isLoading.value = false
    look(...seen)
  }

  /** Asks for what is missing between two rows. */
  function look(from: number, to: number): void {
    seen = [from, to]
    if (isLoading.value || total.value === null) return
    for (let part = Math.floor(from / PART); part <= Math.floor(to / PART); part++) {
      if (part * PART < total.value) void ask(part, { anew: false })
    }
  }

  watch(sources, () => void reload(), { immediate: true })
  onBeforeUnmount(() => {
    asking.abort()
  })
  return { total, rows, error, isLoading, reload, look }
}
