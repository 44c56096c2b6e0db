import { addressOf, isStaleAfter } from '@novalex/contract'
import { useQueryClient } from '@tanstack/vue-query'
import { useDocumentVisibility, useEventSource, useIntervalFn } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const RETRY_MS = 3000
/**
 * Follows what anyone writes: one connection to the server for the whole tab, while it is in sight, since a browser keeps but a few to one
 * server. A connection that breaks asks at once whether the server is there; while it is not, it is asked again and again.
 */
export function useChangeEvents(): void {
  const store = useStoreInfo()
  const visibility = useDocumentVisibility()
  const url = computed(() => (visibility.value === 'visible' ? `/api${addressOf('followChanges').path}` : undefined))
  const client = useQueryClient()
  const { data, event, error } = useEventSource(url, ['sales', 'findings'] as const, {
    autoReconnect: { retries: -1, delay: RETRY_MS },
  })
  watch(data, (number) => {
    if (event.value === 'sales') {
      void client.invalidateQueries({ predicate: ({ queryKey: [name] }) => isStaleAfter(String(name), 'sales') })
      store.findings.soon()
    } else if (event.value === 'findings') void store.findings.now()
    else if (store.info && Number(number) > store.info.latestChange) void store.refresh()
  })
  watch(error, (event) => {
    if (event) void store.refresh()
  })
  useIntervalFn(() => {
    if (store.error) void store.refresh()
  }, RETRY_MS)
}
