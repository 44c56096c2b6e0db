import type { RepricedRow } from '@novalex/contract'
import {
  addDays,
  checkRepricing,
  dateOf,
  toLocal,
  type LocalDateTime,
  type Problem,
  type Repricing,
} from '@novalex/core'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/api.ts'
import { ApiError } from '@/api/http.ts'
import { createFields } from '@/components/fields.ts'
import { useDebounced } from '@/composables/useDebounced.ts'
import { useMoment } from '@/stores/moment.ts'
import { useProductChoice } from '@/stores/productChoice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const TYPING_MS = 350
const FIRST_DAYS = 7

/** New prices under edit, and what they would make of every product: asked for anew with each change. */
export function useReprice() {
  const store = useStoreInfo()
  const moment = useMoment()
  const choice = useProductChoice()
  const tomorrow = addDays(dateOf(toLocal(moment.now, store.zone)), 1)

  const repricing = shallowRef<Repricing>({
    bands: [{ from: 0, operation: { kind: 'percent', direction: 'down', percent: 1000 } }],
    basis: 'regular',
    rounding: null,
    target: 'sale',
  })
  const start = ref<LocalDateTime | undefined>(`${tomorrow}T00:00`)
  const end = ref<LocalDateTime | undefined>(`${addDays(tomorrow, FIRST_DAYS)}T00:00`)
  const refused = shallowRef<readonly Problem[]>([])
  const problems = computed(() => [...checkRepricing(repricing.value), ...refused.value])
  const fields = createFields(problems)

  const rows = shallowRef<readonly RepricedRow[] | null>(null)
  const progress = ref<number | null>(null)
  const error = shallowRef<ApiError | null>(null)
  let asking = new AbortController()

  const question = computed(() => ({
    pick: choice.picked,
    at: moment.at,
    repricing: repricing.value,
    start: start.value ?? '',
    end: repricing.value.target === 'sale' ? (end.value ?? null) : null,
  }))
  const isReadable = computed(
    () => fields.typed.size === 0 && checkRepricing(repricing.value).length === 0 && start.value !== undefined,
  )

  async function preview(): Promise<void> {
    asking.abort()
    if (!isReadable.value) return
    const { signal } = (asking = new AbortController())
    progress.value = 0
    try {
      const answer = await api.previewReprice(question.value, {
        signal,
        onProgress: (share) => {
          if (!signal.aborted) progress.value = share
        },
      })
      if (signal.aborted) return
      rows.value = answer.rows
      refused.value = []
      error.value = null
    } catch (thrown) {
      if (signal.aborted) return
      if (!(thrown instanceof ApiError)) throw thrown
      refused.value = thrown.problems.map(({ path, ...rest }) => ({ ...rest, path: path.replace(/^repricing\./, '') }))
      error.value = thrown.problems.length > 0 ? null : thrown
      rows.value = null
    }
    progress.value = null
  }

  function cancel(): void {
    asking.abort()
    progress.value = null
  }

  watch([useDebounced(question, TYPING_MS), isReadable, () => store.info?.planRevision], () => void preview(), {
    immediate: true,
  })
  onBeforeUnmount(() => {
    asking.abort()
  })

  function change(changes: Partial<Repricing>): void {
    repricing.value = { ...repricing.value, ...changes }
  }
  return { repricing, start, end, fields, rows, progress, error, isReadable, change, cancel, preview }
}
