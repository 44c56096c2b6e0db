import type { AnswerOf, EndpointName, Endpoints, ReadName } from '@novalex/contract'
import { useQuery } from '@tanstack/vue-query'
import type { Ref } from 'vue'
import { send, type AnyCall, type CallOf, type PlainName } from './call.ts'
import type { ApiError } from './http.ts'

/** Parameters of a request to an endpoint. */
export type Question<N extends EndpointName> = Omit<CallOf<Endpoints[N]>, 'signal'>

/** A question as the library of server state takes it; its key is the endpoint and what it is asked with. */
interface Query<T> {
  readonly queryKey: readonly [EndpointName, AnyCall]
  readonly queryFn: (context: { readonly signal: AbortSignal }) => Promise<T>
}

export interface Answer<T> {
  /** Undefined until there is one, and where nothing is asked. */
  readonly data: Readonly<Ref<T | undefined>>
  readonly error: Readonly<Ref<ApiError | null>>
  readonly isFetching: Readonly<Ref<boolean>>
  /** Whether what is shown answers the question before. */
  readonly isPlaceholderData: Readonly<Ref<boolean>>
  readonly dataUpdatedAt: Readonly<Ref<number>>
  readonly refetch: () => Promise<{ readonly data: T | undefined; readonly error: ApiError | null }>
}

interface Options {
  /** In how many milliseconds the same is asked again; false: not by itself. */
  readonly refetchInterval?: () => number | false
}

export function toQuery<N extends ReadName>(name: N, question: Question<N>): Query<AnswerOf<Endpoints[N]>> {
  return toPlainQuery(name, question)
}

/** Not typed by endpoint, whose types the compiler would expand for each query. */
function toPlainQuery<T>(name: EndpointName, question: AnyCall): Query<T> {
  return { queryKey: [name, question], queryFn: ({ signal }) => send(name, { ...question, signal }) }
}

function useQuestion(name: EndpointName, ask: () => AnyCall | null, { refetchInterval }: Options = {}): unknown {
  return useQuery<unknown, ApiError>(() => {
    const question = ask()
    return {
      ...toPlainQuery(name, question ?? {}),
      enabled: question !== null,
      placeholderData: (before: unknown) => (question === null ? undefined : before),
      refetchInterval: refetchInterval?.() ?? false,
    }
  })
}

/**
 * Answer of the server to a query, refetched when the query changes and after every write. The previous answer stays until the new one is
 * there. A null query is not sent; an endpoint without parameters needs no `ask`.
 */
export function useAnswer<N extends ReadName>(
  name: N,
  ask: () => Question<N> | null,
  options?: Options,
): Answer<AnswerOf<Endpoints[N]>>
export function useAnswer<N extends PlainName & ReadName>(name: N): Answer<AnswerOf<Endpoints[N]>>
export function useAnswer(name: EndpointName, ask: () => AnyCall | null = () => ({}), options?: Options): unknown {
  return useQuestion(name, ask, options)
}
