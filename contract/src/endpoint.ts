import type { Static, TObject, TSchema } from '@sinclair/typebox'
import type { KeyScope, PersonRole } from './roles.ts'
import type { ErrorCode } from './errors.ts'

/** Required role; `anyone`: also shoppers and visitors. */
export type Role = 'anyone' | PersonRole

/** Input and output of an endpoint. Its path is in `ADDRESSES`. */
export interface Endpoint {
  /** Summary of one sentence. */
  readonly summary: string
  /** The least role that may ask. */
  readonly role: Role
  /** Scope an API key needs; absent: no API keys. */
  readonly scope?: KeyScope
  /**
   * An endpoint of the stand-in shop, which may be switched off: then keys alone may ask it, and staff where they only look (`look`); `order` is for
   * keys alone.
   */
  readonly standIn?: 'look' | 'order'
  readonly params?: TObject
  readonly query?: TObject
  readonly headers?: TObject
  readonly body?: TSchema
  /** Whether the body may be left out. */
  readonly isBodyOptional?: true
  /** Whether the body may hold long lists of products. */
  readonly isBodyLong?: true
  /** Whether it takes long, so that one person may have but a few under way at once. */
  readonly isHeavy?: true
  /** Whether its answer is too small to be worth compressing. */
  readonly isAnswerSmall?: true
  /** Media types of a file that is taken instead of a body. */
  readonly upload?: readonly string[]
  /** JSON as a schema says, a file, one that is streamed, lines or server-sent events of JSON each as a schema says, or nothing. */
  readonly answer: TSchema | null
  readonly answers: 'json' | 'file' | 'stream' | 'lines' | 'events' | 'nothing'
  readonly status: 200 | 201 | 202 | 204
  /** Codes of errors that it may answer besides those that any endpoint may. */
  readonly errors: readonly ErrorCode[]
}

/** Codes of errors that any endpoint may answer. */
export const COMMON_ERRORS: readonly ErrorCode[] = [
  'signed-out',
  'insufficient-role',
  'key-unknown',
  'key-lacks-scope',
  'shop-closed',
  'invalid-input',
  'bad-json',
  'wrong-media-type',
  'too-large',
  'too-slow',
  'too-many-requests',
  'too-many-tasks',
  'foreign-request',
  'took-too-long',
  'needs-too-much-memory',
  'database-unavailable',
  'disk-full',
  'internal',
]

/** Errors of an endpoint whose path names a record. */
export const NOT_FOUND = ['not-found'] as const
/** With one that was changed meanwhile. */
export const STALE = ['not-found', 'stale-version'] as const
/** With one that others use. */
export const USED = ['not-found', 'stale-version', 'in-use'] as const

type Asked = Omit<Endpoint, 'answer' | 'answers' | 'status' | 'errors'> & { readonly errors?: readonly ErrorCode[] }
const NONE: readonly ErrorCode[] = []

/** An endpoint that answers JSON. */
export const answering = <A extends TSchema, const E extends Asked, const S extends 200 | 201 | 202 = 200>(
  answer: A,
  asked: E,
  status: S = 200 as S,
) => ({ errors: NONE, ...asked, answer, answers: 'json', status }) as const

/** An endpoint that answers nothing but that it is done. */
export const silent = <const E extends Asked, const S extends 201 | 204 = 204>(asked: E, status: S = 204 as S) =>
  ({ errors: NONE, ...asked, answer: null, answers: 'nothing', status }) as const

/** An endpoint that answers a file. */
export const sending = <const E extends Asked>(asked: E) =>
  ({ errors: NONE, ...asked, answer: null, answers: 'file', status: 200 }) as const

/** An endpoint that answers a file piece by piece. */
export const streaming = <const E extends Asked>(asked: E) =>
  ({ errors: NONE, ...asked, answer: null, answers: 'stream', status: 200 }) as const

/** An endpoint that answers line by line while it is at work. */
export const telling = <A extends TSchema, const E extends Asked>(line: A, asked: E) =>
  ({ errors: NONE, ...asked, answer: line, answers: 'lines', status: 200 }) as const

/** An endpoint that answers with server-sent events as long as its asker stays. */
export const sendingEvents = <A extends TSchema, const E extends Asked>(event: A, asked: E) =>
  ({ errors: NONE, ...asked, answer: event, answers: 'events', status: 200 }) as const

type StaticOf<T> = T extends TSchema ? Static<T> : undefined
type Part<E, K extends string> = E extends Readonly<Record<K, infer S>> ? StaticOf<S> : undefined

/** Validated input of an endpoint. */
export interface InputOf<E> {
  readonly params: Part<E, 'params'>
  readonly query: Part<E, 'query'>
  readonly headers: Part<E, 'headers'>
  readonly body: E extends { readonly isBodyOptional: true } ? Part<E, 'body'> | undefined : Part<E, 'body'>
}

/** Output of an endpoint: JSON, or one of its lines. */
export type AnswerOf<E extends Pick<Endpoint, 'answer'>> = StaticOf<E['answer']>
