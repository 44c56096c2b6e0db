import * as contract from '@novalex/contract'
import {
  ADDRESSES,
  addressOf,
  COMMON_ERRORS,
  ENDPOINTS,
  ErrorAnswer,
  ERROR_STATUS,
  TAGS,
  type Endpoint,
  type EndpointName,
} from '@novalex/contract'
import { keysOf } from '@novalex/core'
import type { TObject, TSchema } from '@sinclair/typebox'
import { SESSION_COOKIE } from './identity.ts'

type Json = Readonly<Record<string, unknown>>

let written: string | undefined

/** The API as an OpenAPI 3.1 document in JSON, from the same schemas that the server checks by; written once. */
export function writeOpenApi(): string {
  return (written ??= JSON.stringify(describeApi()))
}

function describeApi(): Json {
  const paths: Record<string, Record<string, Json>> = {}
  for (const name of keysOf(ADDRESSES)) {
    const { method, path } = addressOf(name)
    const own = (paths[`/api${path.replaceAll(/:(\w+)/g, '{$1}')}`] ??= {})
    own[method.toLowerCase()] = describeEndpoint(name, ENDPOINTS[name])
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Novalex',
      version: '0.1.0',
      description:
        'Planning, pricing and releasing promotions. Before version 1.0 names may change; the changelog says which.',
    },
    servers: [{ url: '/', description: 'The server that this document comes from' }],
    tags: TAGS.map(({ name, description }) => ({ name, description })),
    paths,
    components: {
      schemas: findUsedSchemas(paths),
      headers: HEADERS,
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: SESSION_COOKIE, description: 'Staff who are signed in' },
        key: { type: 'http', scheme: 'bearer', description: 'An API key' },
      },
    },
  }
}

/** Headers of every answer. Source: the IETF draft on RateLimit headers; RFC 9110, section 10.2.3. */
const HEADERS = {
  RequestId: { description: 'Names the request in the log', schema: { type: 'string' } },
  RateLimit: { description: 'How many requests are left, and for how many seconds', schema: { type: 'string' } },
  RateLimitPolicy: { description: 'How many requests there may be, in how many seconds', schema: { type: 'string' } },
}
const ANSWER_HEADERS = {
  'x-request-id': { $ref: '#/components/headers/RequestId' },
  RateLimit: { $ref: '#/components/headers/RateLimit' },
  'RateLimit-Policy': { $ref: '#/components/headers/RateLimitPolicy' },
}

/** The tag whose roots the path begins with. */
function tagOf(name: EndpointName): string {
  const root = addressOf(name).path.split(/[/.]/)[1]!
  const tag = TAGS.find(({ roots }) => roots.includes(root))
  if (!tag) throw new TypeError(`no tag has the root ${root}`)
  return tag.name
}

function describeEndpoint(name: EndpointName, endpoint: Endpoint): Json {
  const { summary, role, scope, params, query, headers, body, upload, isBodyOptional } = endpoint
  const content = body
    ? { 'application/json': { schema: write(body) } }
    : Object.fromEntries((upload ?? []).map((type) => [type, { schema: { type: 'string', format: 'binary' } }]))
  const parameters = [...listed(params, 'path'), ...listed(query, 'query'), ...listed(headers, 'header')]
  return {
    operationId: name,
    tags: [tagOf(name)],
    summary,
    description: `The least role that may ask: ${role}.${scope ? ` A key needs the scope ${scope}.` : ''}`,
    security: [...(role === 'anyone' ? [{}] : []), { session: [] }, ...(scope ? [{ key: [] }] : [])],
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(body || upload ? { requestBody: { required: isBodyOptional !== true, content } } : {}),
    responses: { [endpoint.status]: describeAnswer(name, endpoint), ...describeErrors(endpoint) },
  }
}

const DESCRIPTIONS = {
  json: 'The answer',
  file: 'A file',
  stream: 'A file, streamed',
  lines: 'Lines of JSON',
  events: 'Server-sent events, the data of each JSON',
  nothing: 'Done',
}
const MEDIA_TYPES = { json: 'application/json', lines: 'application/x-ndjson', events: 'text/event-stream' }
const BINARY = { schema: { type: 'string', format: 'binary' } }
const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

/** By what the path ends with; `:type` stands for a table in either form, or a plan. */
function mediaTypesOf(path: string): string[] {
  if (path.endsWith('.csv')) return ['text/csv']
  if (path.endsWith('.eml')) return ['message/rfc822']
  if (path.startsWith('/feeds/'))
    return ['text/csv', 'text/tab-separated-values', 'application/json', 'application/ld+json']
  return ['text/csv', WORKBOOK, 'application/json']
}

function describeAnswer(name: EndpointName, { answer, answers }: Endpoint): Json {
  const told = { description: DESCRIPTIONS[answers], headers: ANSWER_HEADERS }
  if (answers === 'file' || answers === 'stream')
    return { ...told, content: Object.fromEntries(mediaTypesOf(addressOf(name).path).map((type) => [type, BINARY])) }
  if (!answer || answers === 'nothing') return told
  return { ...told, content: { [MEDIA_TYPES[answers]]: { schema: write(answer) } } }
}

/** The errors of an endpoint by their status, with the codes that each may carry. */
function describeErrors({ errors, params }: Endpoint): Json {
  const byStatus = new Map<number, string[]>()
  // A parameter in the path that can't be one leads nowhere.
  for (const code of [...errors, ...(params ? (['no-such-page'] as const) : []), ...COMMON_ERRORS]) {
    byStatus.set(ERROR_STATUS[code], [...(byStatus.get(ERROR_STATUS[code]) ?? []), code])
  }
  const content = { 'application/problem+json': { schema: write(ErrorAnswer) } }
  return Object.fromEntries(
    [...byStatus].map(([status, codes]) => [
      status,
      { description: codes.join(', '), headers: ANSWER_HEADERS, content },
    ]),
  )
}

function listed(schema: TObject | undefined, place: 'path' | 'query' | 'header'): Json[] {
  return Object.entries(schema?.properties ?? {}).map(([name, own]) => ({
    name,
    in: place,
    required: place === 'path' || (schema?.required?.includes(name) ?? false),
    schema: write(own),
  }))
}

const isSchema = (value: unknown): value is TSchema =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** The schemas of the contract that have a name of their own. */
const NAMES: ReadonlyMap<TSchema, string> = new Map(
  Object.entries(contract).flatMap(([name, value]): [TSchema, string][] => {
    const isNamed =
      /^[A-Z][a-z]/.test(name) && isSchema(value) && ('type' in value || 'anyOf' in value || 'oneOf' in value)
    return isNamed ? [[value, name.replace(/Schema$/, '')]] : []
  }),
)

const PLACE = '#/components/schemas/'

/** The named schemas that a document refers to, and those that these refer to. */
function findUsedSchemas(document: unknown): Record<string, unknown> {
  const byName = new Map([...NAMES].map(([schema, name]) => [name, schema]))
  const found: Record<string, unknown> = {}
  const visit = (value: unknown): void => {
    if (Array.isArray(value)) value.forEach(visit)
    else if (isSchema(value)) {
      const { $ref } = value as { $ref?: unknown }
      const name = typeof $ref === 'string' && $ref.startsWith(PLACE) ? $ref.slice(PLACE.length) : null
      if (name !== null && !(name in found)) {
        found[name] = null
        found[name] = write(byName.get(name)!, byName.get(name))
        visit(found[name])
      } else Object.values(value).forEach(visit)
    }
  }
  visit(document)
  return Object.fromEntries(Object.entries(found).sort(([a], [b]) => (a < b ? -1 : 1)))
}

/** A schema as plain JSON, in which those with a name are referred to; `root` itself is written out. */
function write(schema: TSchema, root?: TSchema): unknown {
  const name = schema === root ? undefined : NAMES.get(schema)
  if (name !== undefined) return { $ref: `${PLACE}${name}` }
  // How our schemas refer to themselves.
  if (typeof schema.$ref === 'string') return { $ref: `${PLACE}${schema.$ref}` }
  const { items } = schema as { items?: unknown }
  // A tuple as draft 7 has it; OpenAPI 3.1 follows draft 2020-12.
  if (Array.isArray(items)) {
    const { items: _items, additionalItems: _additional, ...rest } = schema as Record<string, unknown>
    return { ...(write(rest as TSchema) as object), prefixItems: items.map(writeInner), items: writeInner(items[0]) }
  }
  const entries = Object.entries(schema).filter(([key]) => key !== '$id')
  return Object.fromEntries(entries.map(([key, value]) => [key, writeInner(value)]))
}

function writeInner(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(writeInner)
  return isSchema(value) ? write(value) : value
}
