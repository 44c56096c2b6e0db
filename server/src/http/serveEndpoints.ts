import {
  ADDRESSES,
  addressOf,
  COMMON_ERRORS,
  ENDPOINTS,
  type AnswerOf,
  type Endpoint,
  type EndpointName,
  type Endpoints,
  type InputOf,
} from '@novalex/contract'
import { keysOf } from '@novalex/core'
import type { IncomingMessage } from 'node:http'
import type { TSchema } from '@sinclair/typebox'
import compression from 'compression'
import express, { type Request, type RequestHandler, type Response, type Router } from 'express'
import { AppError } from '../platform/errors/AppError.ts'
import { SIGNATURE_HEADER } from '../platform/net/signature.ts'
import { nameOf, type Identify, type Identity } from './identity.ts'
import { refuseUnless } from './refuseUnless.ts'
import { toAppError } from './handleError.ts'
import type { TaskQueues } from './taskQueues.ts'
import { checkShape, parseBody, parseHeaders, parseParams, parseQuery } from './validate.ts'

/** A file as an answer. */
export interface FileAnswer {
  readonly name: string
  readonly mediaType: string
  readonly bytes: Uint8Array
}

/** An answer that is JSON text already. */
export class JsonText {
  readonly text: string
  constructor(text: string) {
    this.text = text
  }
}

type DeepReadonly<T> = T extends (infer E)[]
  ? readonly DeepReadonly<E>[]
  : T extends object
    ? { readonly [K in keyof T]: DeepReadonly<T[K]> }
    : T

interface Results<E extends Endpoint> {
  json: DeepReadonly<AnswerOf<E>> | JsonText
  file: FileAnswer
  // Whoever answers line by line, or by events, writes to the response as it goes.
  lines: undefined
  stream: undefined
  events: undefined
  nothing: undefined
}

/** A handler's input: the validated parts of the request, and the caller. */
export interface Asked<N extends EndpointName> extends InputOf<Endpoints[N]> {
  /** The name of who asks, as the log has it. */
  readonly by: string
  readonly who: Identity
  readonly request: Request
  readonly response: Response
}

type Result<N extends EndpointName> = Results<Endpoints[N]>[Endpoints[N]['answers']]
type Handler<N extends EndpointName> = (asked: Asked<N>) => Result<N> | Promise<Result<N>>

/** A handler for each endpoint. */
export type Handlers = { readonly [N in EndpointName]: Handler<N> }

/** Those of some endpoints. */
export type HandlersOf<N extends EndpointName> = Pick<Handlers, N>

interface ServeOptions {
  readonly queues: TaskQueues
  readonly identify: Identify
  /** Whether the stand-in shop is switched on. */
  readonly isShopOpen: boolean
  /** For tests: whether every answer is held against its schema, and every error against the codes that are named. */
  readonly checksAnswers: boolean
}

/** How long the body of a request may take to come in. */
const BODY_MS = 20_000
/** Enough for every question and every rule: a cart of 500 lines, a condition of many parts. */
const parseSmall = withinTime(express.json({ limit: '64kb', verify: keepSigned }))
/** Room for a list of 100,000 products with their prices. */
const parseLong = withinTime(express.json({ limit: '8mb', verify: keepSigned }))

/** Keeps the body of a signed request as it came, which is what was signed. */
function keepSigned(request: IncomingMessage & { rawBody?: string }, _response: unknown, body: Buffer): void {
  if (request.headers[SIGNATURE_HEADER] !== undefined) request.rawBody = body.toString()
}

/** Gives a slow sender up: `too-slow`, and the connection ends with the answer. */
function withinTime(parse: RequestHandler): RequestHandler {
  return (request, response, next) => {
    let isOver = false
    const end = (error?: unknown) => {
      clearTimeout(timer)
      if (!isOver) next(error)
      isOver = true
    }
    const timer = setTimeout(() => {
      response.set('connection', 'close')
      response.once('finish', () => request.destroy())
      end(new AppError('too-slow'))
    }, BODY_MS)
    void parse(request, response, end)
  }
}

/** Compressing less takes longer than sending it. */
const COMPRESSED_FROM = 8192
const compress = compression({ threshold: COMPRESSED_FROM })

/** Answers every endpoint of the contract: whether who asks may, and its request, are checked before its handler is asked. */
export function serveEndpoints(api: Router, handlers: Handlers, options: ServeOptions): void {
  const routers = new Map<string, Router>()
  const routerOf = (path: string) => {
    const first = firstPartOf(path)
    const router = routers.get(first) ?? express.Router()
    routers.set(first, router)
    return router
  }
  for (const name of keysOf(ADDRESSES)) {
    const endpoint: Endpoint = ENDPOINTS[name]
    const { method, path } = addressOf(name)
    const route = method.toLowerCase() as 'get' | 'post' | 'put' | 'delete'
    const before = [
      ...(endpoint.isAnswerSmall ? [] : [compress]),
      ...(endpoint.body ? [endpoint.isBodyLong ? parseLong : parseSmall] : []),
    ]
    const handler = handlers[name] as unknown as (asked: Asked<EndpointName>) => unknown
    routerOf(path)[route](path, admit(name, endpoint, options), ...before, answerWith(endpoint, handler, options))
  }
  for (const [path, methods] of listMethods()) {
    routerOf(path).all(path, (_request, response) => {
      response.set('allow', methods.join(', '))
      throw new AppError('method-not-allowed', { facts: { allowed: methods } })
    })
  }
  // A router tries its addresses one after the other, so each first part of a path has its own.
  api.use((request, response, next) => {
    const router = routers.get(firstPartOf(request.path))
    if (router) router(request, response, next)
    else next()
  })
}

/** `shop` of `/shop/cart`; addresses are matched in any case, as the framework does. */
const firstPartOf = (path: string) => path.split('/', 2)[1]!.toLowerCase()

/** The methods that each path has. */
function listMethods(): Map<string, string[]> {
  const methods = new Map<string, string[]>()
  for (const name of keysOf(ADDRESSES)) {
    const { method, path } = addressOf(name)
    methods.set(path, [...(methods.get(path) ?? []), ...(method === 'GET' ? ['GET', 'HEAD'] : [method])])
  }
  return methods
}

/** Identifies the endpoint and the caller and checks permissions, before the body is read. */
function admit(name: EndpointName, endpoint: Endpoint, options: ServeOptions): RequestHandler {
  return async (request, response, next) => {
    response.locals.endpoint = name
    const who = await options.identify.request(request)
    await refuseUnless(endpoint, who, options)
    response.locals.who = who
    next()
  }
}

/** Answers that handlers write to the response themselves. */
const WRITTEN_BY_HANDLER: ReadonlySet<Endpoint['answers']> = new Set(['stream', 'lines', 'events'])

function answerWith(
  endpoint: Endpoint,
  handler: (asked: Asked<EndpointName>) => unknown,
  { checksAnswers, queues }: ServeOptions,
): RequestHandler {
  return async (request, response) => {
    const input = parseInput(endpoint, request) as InputOf<Endpoints[EndpointName]>
    const { who } = response.locals as { who: Identity }
    const asked: Asked<EndpointName> = { ...input, by: nameOf(who), who, request, response }
    const work = async () => handler(asked)
    const inTurn = () => (endpoint.isHeavy ? queues.run(nameOf(who), work, watch(endpoint, response)) : work())
    const result = await (checksAnswers ? runNamed(endpoint, inTurn) : inTurn())
    if (WRITTEN_BY_HANDLER.has(endpoint.answers)) return
    response.statusCode = endpoint.status
    if (endpoint.answers === 'nothing') response.end()
    else if (endpoint.answers === 'file') sendFile(response, result as FileAnswer)
    else {
      if (checksAnswers) holdAgainst(endpoint.answer!, result)
      sendJson(response, result instanceof JsonText ? result.text : JSON.stringify(result))
    }
  }
}

/** Options of a queued task: a closed connection cancels it, and streaming clients are sent their position. */
function watch({ answers }: Endpoint, response: Response) {
  const leaving = new AbortController()
  response.once('close', () => {
    leaving.abort()
  })
  const onPlace = (waiting: number) => {
    if (!response.headersSent) response.type('application/x-ndjson')
    response.write(`${JSON.stringify({ waiting })}\n`)
    response.flush()
  }
  return { signal: leaving.signal, ...(answers === 'lines' ? { onPlace } : {}) }
}

function parseInput(endpoint: Endpoint, request: Request): object {
  const { params, query, headers, body, upload } = endpoint
  if (upload && !request.is([...upload]))
    throw new AppError('wrong-media-type', { facts: { wanted: upload.join(', ') } })
  const isBodyLeftOut = endpoint.isBodyOptional === true && request.body === undefined
  return {
    params: params && parseParams(params, request),
    query: query && parseQuery(query, request),
    headers: headers && parseHeaders(headers, request),
    body: body && !isBodyLeftOut ? parseBody(body, request) : undefined,
  }
}

/** Without what the framework's own `json` does for answers that may be kept: none is. */
function sendJson(response: Response, text: string): void {
  response.setHeader('content-type', 'application/json; charset=utf-8')
  response.setHeader('content-length', Buffer.byteLength(text))
  response.end(text)
}

function sendFile(response: Response, { name, mediaType, bytes }: FileAnswer): void {
  response.attachment(name).type(mediaType).send(Buffer.from(bytes))
}

/** Errors that the contract does not name become inner faults. */
async function runNamed(endpoint: Endpoint, work: () => unknown): Promise<unknown> {
  try {
    return await work()
  } catch (thrown) {
    const { code } = toAppError(thrown)
    if (code === 'no-such-page' || [...endpoint.errors, ...COMMON_ERRORS].includes(code)) throw thrown
    throw new Error(`the contract names no ${code} for: ${endpoint.summary}`, { cause: thrown })
  }
}

function holdAgainst(schema: TSchema, result: unknown): void {
  const text = result instanceof JsonText ? result.text : JSON.stringify(result)
  const problems = checkShape(schema, JSON.parse(text))
  if (problems.length > 0) throw new Error(`an answer is not as the contract says: ${JSON.stringify(problems)}`)
}
