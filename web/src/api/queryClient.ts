import { QueryClient, VUE_QUERY_CLIENT } from '@tanstack/vue-query'
import type { App } from 'vue'
import { ApiError } from './http.ts'

/** How long an answer that nobody looks at any more is kept. */
const KEPT_MS = 60_000

/**
 * Server state: an answer is shown again at once and asked anew by whoever comes to look; what of it has not changed stays the same object, so
 * that nothing is drawn anew. What fails says so and is asked again by whom it concerns, not in silence; and whatever is no answer of the
 * server's is a mistake of ours.
 */
export function installServerState(app: App): void {
  const client = new QueryClient({
    defaultOptions: {
      queries: {
        retry: false,
        gcTime: KEPT_MS,
        networkMode: 'always',
        refetchOnWindowFocus: false,
        refetchOnReconnect: false,
        shallow: true,
        throwOnError: (error: unknown) => !(error instanceof ApiError),
      },
    },
  })
  client.mount()
  app.onUnmount(() => {
    client.clear()
    client.unmount()
  })
  app.provide(VUE_QUERY_CLIENT, client)
}
