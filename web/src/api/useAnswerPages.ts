import type { ActivityAnswer, OrdersAnswer } from '@novalex/contract'
import { useInfiniteQuery, type InfiniteData } from '@tanstack/vue-query'
import { computed } from 'vue'
import { send, type AnyCall } from './call.ts'
import type { ApiError } from './http.ts'

/** Endpoints that answer with the newest entries, or with those before the one that `before` names. */
interface Pages {
  readonly listActivity: ActivityAnswer
  readonly listOrders: OrdersAnswer
}
type Cursor = string | number | null

/**
 * The newest entries that an endpoint lists, and earlier ones on demand. Everything fetched so far is fetched again when anything is written, so that no
 * entry is lost between two pages. `cursorOf` names the last entry of a page.
 */
export function useAnswerPages<N extends keyof Pages>(
  name: N,
  ask: () => Pick<AnyCall, 'query'>,
  cursorOf: (page: Pages[N]) => string | number,
) {
  type Page = Pages[N]
  const answer = useInfiniteQuery<Page, ApiError, InfiniteData<Page>, readonly unknown[], Cursor>(() => {
    const question = ask()
    return {
      queryKey: [name, question, 'pages'],
      queryFn: ({ pageParam, signal }): Promise<Page> =>
        send(name, { query: { ...question.query, before: pageParam }, signal }),
      initialPageParam: null,
      getNextPageParam: (page: Page) => (page.hasMore ? cursorOf(page) : undefined),
      placeholderData: (before) => before,
    }
  })
  return {
    error: answer.error,
    refetch: answer.refetch,
    pages: computed(() => answer.data.value?.pages),
    hasMore: answer.hasNextPage,
    showMore: () => answer.fetchNextPage(),
    isFetchingMore: answer.isFetchingNextPage,
  }
}
