import { addressOf, type AnswerOf, type EndpointName, type Endpoints, type InputOf } from '@novalex/contract'
import { request, type RequestOptions } from './http.ts'

type Sent = string | number | boolean | null | undefined

/** The parts of a call that an endpoint takes; what is undefined or null in a query is left out. */
export type CallOf<E> = Taking<E, 'params', Of<E, 'params'>> &
  Taking<E, 'query', { readonly [K in keyof Of<E, 'query'>]?: Sent }> &
  Taking<E, 'body', Of<E, 'body'>> & {
    readonly signal?: AbortSignal | undefined
    readonly headers?: Readonly<Record<string, string>>
  }

type Of<E, K extends 'params' | 'query' | 'body'> = InputOf<E>[K]
/** Whether an endpoint takes a part is seen without working out what it holds. */
type Taking<E, K extends 'params' | 'query' | 'body', T> =
  E extends Readonly<Record<K, unknown>> ? Readonly<Record<K, T>> : object

/** The path of an endpoint below `/api`, with its parameters. */
export function pathOf(name: EndpointName, params: Readonly<Record<string, string>> = {}): string {
  return addressOf(name).path.replaceAll(/:(\w+)/g, (_all, key: string) => encodeURIComponent(params[key] ?? ''))
}

export function toOptions(
  name: EndpointName,
  { query, body, signal, headers }: Omit<RequestOptions, 'method'>,
): RequestOptions {
  const { method } = addressOf(name)
  return {
    method,
    ...(query ? { query } : {}),
    ...(body === undefined ? {} : { body }),
    ...(signal ? { signal } : {}),
    ...(headers ? { headers } : {}),
  }
}

/** A call whatever its endpoint. */
export type AnyCall = Omit<RequestOptions, 'method'> & { readonly params?: Readonly<Record<string, string>> }

/** Asks an endpoint, whatever it answers. */
export function send<T>(name: EndpointName, { params, ...rest }: AnyCall): Promise<T> {
  return request<T>(pathOf(name, params), toOptions(name, rest))
}

/** The endpoints that may be asked with nothing; seen without working out what the others take. */
export type PlainName = {
  [N in EndpointName]: [keyof Endpoints[N] & ('params' | 'body')] extends [never] ? N : never
}[EndpointName]

type CallMap = { readonly [N in EndpointName]: CallOf<Endpoints[N]> }
type AnswerMap = { readonly [N in EndpointName]: AnswerOf<Endpoints[N]> }
// As interfaces they are worked out endpoint by endpoint, when one is asked; as types, all at once for every call.
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
interface Calls extends CallMap {}
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
interface Answers extends AnswerMap {}

/** Asks an endpoint of the contract. Throws an `ApiError`; an aborted request throws the signal's reason. */
export function call<N extends PlainName>(name: N): Promise<Answers[N]>
export function call<N extends EndpointName>(name: N, asked: Calls[N]): Promise<Answers[N]>
export function call(name: EndpointName, asked: AnyCall = {}): Promise<unknown> {
  return send(name, asked)
}
