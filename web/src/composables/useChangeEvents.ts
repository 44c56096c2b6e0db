import { addressOf } from '@novalex/contract'
import { useDocumentVisibility, useEventSource, useIntervalFn } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const RETRY_MS = 3000

/**
 * Follows what anybody writes: one connection to the server for the whole tab, while it is in sight, since a browser keeps but a few to one
 * server. A connection that breaks asks at once whether the server is there; while it is not, it is asked again and again.
 */
export function useChangeEvents(): void {
  const store = useStoreInfo()
  const visibility = useDocumentVisibility()
  const url = computed(() => (visibility.value === 'visible' ? `/api${addressOf('followChanges').path}` : undefined))
  const { data, error } = useEventSource(url, [], { autoReconnect: { retries: -1, delay: RETRY_MS } })
  watch(data, (change) => {
    if (store.info && Number(change) > store.info.latestChange) void store.refresh()
  })
  watch(error, (event) => {
    if (event) void store.refresh()
  })
  useIntervalFn(() => {
    if (store.error) void store.refresh()
  }, RETRY_MS)
}
