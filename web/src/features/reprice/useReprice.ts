import type { EndpointName, RepriceAnswer } from '@novalex/contract'
import {
  addDays,
  checkRepricing,
  dateOf,
  toLocal,
  type LocalDateTime,
  type Problem,
  type Repricing,
} from '@novalex/core'
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, shallowRef } from 'vue'
import { previewReprice } from '@/api/previewReprice.ts'
import type { ApiError } from '@/api/http.ts'
import { createFields } from '@/components/fields.ts'
import { refDebounced } from '@vueuse/core'
import { useMoment } from '@/stores/moment.ts'
import { useProductChoice } from '@/stores/productChoice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const TYPING_MS = 350
const FIRST_DAYS = 7

/** New prices under edit, and what they would make of every product: asked for anew with each change. */
export function useReprice() {
  const store = useStoreInfo()
  const client = useQueryClient()
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
  const refused = computed<readonly Problem[]>(() =>
    (answer.error.value?.problems ?? []).map((one) => ({ ...one, path: one.path.replace(/^repricing\./, '') })),
  )
  const problems = computed(() => [...checkRepricing(repricing.value), ...refused.value])
  const error = computed(() => (refused.value.length > 0 ? null : answer.error.value))
  const fields = createFields(problems)

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

  const settled = refDebounced(question, TYPING_MS)
  const share = ref(0)
  /** Its place in the queue, where other heavy questions of one's own are under way; 0 once it is being worked out. */
  const place = ref(0)
  const answer = useQuery<RepriceAnswer, ApiError>(() => {
    const body = settled.value
    return {
      queryKey: ['previewReprice' satisfies EndpointName, body],
      queryFn: ({ signal }) => {
        share.value = 0
        place.value = 0
        const onProgress = (next: number) => {
          if (signal.aborted) return
          share.value = next
          place.value = 0
        }
        const onWaiting = (at: number) => {
          if (!signal.aborted) place.value = at
        }
        return previewReprice(body, { signal, onProgress, onWaiting })
      },
      enabled: isReadable.value,
      placeholderData: keepPreviousData,
      // An answer may hold every product.
      gcTime: 0,
      structuralSharing: false,
    }
  })
  const rows = computed(() => (answer.error.value ? null : (answer.data.value?.rows ?? null)))
  /** How far the question is, from 0 to 1; null while none is under way. */
  const progress = computed(() => (answer.isFetching.value ? share.value : null))
  const cancel = () => client.cancelQueries({ queryKey: ['previewReprice' satisfies EndpointName] })

  function change(changes: Partial<Repricing>): void {
    repricing.value = { ...repricing.value, ...changes }
  }
  return {
    repricing,
    start,
    end,
    fields,
    rows,
    progress,
    place,
    error,
    isReadable,
    change,
    cancel,
    preview: () => answer.refetch(),
  }
}
