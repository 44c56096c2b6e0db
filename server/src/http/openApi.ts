import {
  ADDRESSES,
  addressOf,
  COMMON_ERRORS,
  ENDPOINTS,
  ErrorAnswer,
  ERROR_STATUS,
  type Endpoint,
  type EndpointName,
} from '@novalex/contract'
import * as contract from '@novalex/contract'
import { keysOf } from '@novalex/core'
import { SESSION_COOKIE } from '../access/sessions.ts'
import type { TObject, TSchema } from '@sinclair/typebox'

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
  const components = Object.fromEntries([...NAMES].map(([schema, name]) => [name, write(schema, schema)]))
  return {
    openapi: '3.1.0',
    info: { title: 'Novalex', version: '1', description: 'Planning, pricing and releasing promotions.' },
    servers: [{ url: '/' }],
    paths,
    components: {
      schemas: components,
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: SESSION_COOKIE },
        key: { type: 'http', scheme: 'bearer' },
      },
    },
  }
}

function describeEndpoint(name: EndpointName, endpoint: Endpoint): Json {
  const { summary, role, scope, params, query, headers, body, upload, isBodyOptional } = endpoint
  const content = body
    ? { 'application/json': { schema: write(body) } }
    : Object.fromEntries((upload ?? []).map((type) => [type, { schema: { type: 'string', format: 'binary' } }]))
  const parameters = [...listed(params, 'path'), ...listed(query, 'query'), ...listed(headers, 'header')]
  return {
    operationId: name,
    summary,
    description: `The least role that may ask: ${role}.${scope ? ` A key needs the scope ${scope}.` : ''}`,
    security: [...(role === 'anyone' ? [{}] : []), { session: [] }, ...(scope ? [{ key: [] }] : [])],
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(body || upload ? { requestBody: { required: isBodyOptional !== true, content } } : {}),
    responses: { [endpoint.status]: describeAnswer(endpoint), ...describeErrors(endpoint) },
  }
}

const DESCRIPTIONS = {
  json: 'The answer',
  file: 'A file',
  lines: 'Lines of JSON',
  events: 'Server-sent events, the data of each JSON',
  nothing: 'Done',
}
const MEDIA_TYPES = { json: 'application/json', lines: 'application/x-ndjson', events: 'text/event-stream' }

function describeAnswer({ answer, answers }: Endpoint): Json {
  const description = DESCRIPTIONS[answers]
  if (answers === 'file') return { description, content: { '*/*': { schema: { type: 'string', format: 'binary' } } } }
  if (!answer || answers === 'nothing') return { description }
  return { description, content: { [MEDIA_TYPES[answers]]: { schema: write(answer) } } }
}

/** The errors of an endpoint by their status, with the codes that each may carry. */
function describeErrors({ errors, params }: Endpoint): Json {
  const byStatus = new Map<number, string[]>()
  // A parameter in the path that can't be one leads nowhere.
  for (const code of [...errors, ...(params ? (['no-such-page'] as const) : []), ...COMMON_ERRORS]) {
    byStatus.set(ERROR_STATUS[code], [...(byStatus.get(ERROR_STATUS[code]) ?? []), code])
  }
  const content = { 'application/json': { schema: write(ErrorAnswer) } }
  return Object.fromEntries(
    [...byStatus].map(([status, codes]) => [status, { description: codes.join(', '), content }]),
  )
}

function listed(schema: TObject | undefined, place: 'path' | 'query' | 'header'): Json[] {
  return Object.entries(schema?.properties ?? {}).map(([name, own]) => ({
    name,
    in: place,
    required: schema?.required?.includes(name) ?? false,
    schema: write(own),
  }))
}

const isSchema = (value: unknown): value is TSchema =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** The schemas of the contract that have a name of their own. */
const NAMES: ReadonlyMap<TSchema, string> = new Map(
  Object.entries(contract).flatMap(([name, value]): [TSchema, string][] => {
    const isNamed = /^[A-Z][a-z]/.test(name) && isSchema(value) && ('type' in value || 'anyOf' in value)
    return isNamed ? [[value, name.replace(/Schema$/, '')]] : []
  }),
)

/** A schema as plain JSON, in which those with a name are referred to; `root` itself is written out. */
function write(schema: TSchema, root?: TSchema): unknown {
  const name = schema === root ? undefined : NAMES.get(schema)
  if (name !== undefined) return { $ref: `#/components/schemas/${name}` }
  const entries = Object.entries(schema).map(([key, value]) => [key, writeInner(value)])
  return Object.fromEntries(entries)
}

function writeInner(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(writeInner)
  return isSchema(value) ? write(value) : value
}
