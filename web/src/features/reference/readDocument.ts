import { referenceText } from '@/locale/catalogue.ts'

type Json = Readonly<Record<string, unknown>>

export interface Operation {
  readonly id: string
  readonly method: string
  readonly path: string
  readonly summary: string
  readonly description: string
  readonly parameters: readonly { readonly name: string; readonly in: string; readonly required: boolean }[]
  /** Request, response and errors of an operation. */
  readonly parts: readonly { readonly title: string; readonly schema?: unknown }[]
}

interface Described {
  readonly operationId: string
  readonly summary: string
  readonly description: string
  readonly parameters?: readonly { readonly name: string; readonly in: string; readonly required?: boolean }[]
  readonly requestBody?: { readonly content?: Json }
  readonly responses: Readonly<Record<string, { readonly description: string; readonly content?: Json }>>
}

/** The operations of an OpenAPI document that hold a text, by the first part of their address. Source: OpenAPI 3.1. */
export function listOperations(
  document: Json,
  search: string,
): { readonly name: string; readonly operations: readonly Operation[] }[] {
  const wanted = search.trim().toLowerCase()
  const paths = (document.paths ?? {}) as Readonly<Record<string, Readonly<Record<string, Described>>>>
  const groups = new Map<string, Operation[]>()
  for (const [path, methods] of Object.entries(paths))
    for (const [method, described] of Object.entries(methods)) {
      const operation = toOperation(method.toUpperCase(), path, described)
      const text = `${operation.method} ${path} ${operation.summary}`.toLowerCase()
      if (!text.includes(wanted)) continue
      const name = path.split('/')[2] ?? path
      groups.set(name, [...(groups.get(name) ?? []), operation])
    }
  return [...groups].map(([name, operations]) => ({ name, operations }))
}

function toOperation(method: string, path: string, described: Described): Operation {
  const { operationId: id, summary, description, parameters = [], requestBody, responses } = described
  const schemaIn = (content: Json | undefined) =>
    (Object.values(content ?? {})[0] as { readonly schema?: unknown } | undefined)?.schema
  const sent = schemaIn(requestBody?.content)
  return {
    id,
    method,
    path,
    summary,
    description,
    parameters: parameters.map((one) => ({ ...one, required: one.required === true })),
    parts: [
      ...(sent === undefined ? [] : [{ title: referenceText.sent, schema: sent }]),
      ...Object.entries(responses).map(([status, { description: told, content }]) => ({
        title: `${status}: ${told}`,
        ...(status < '300' ? { schema: schemaIn(content) } : {}),
      })),
    ],
  }
}

/** The schemas that one refers to by name. */
export function namesIn(schema: unknown): string[] {
  const found = JSON.stringify(schema ?? null).matchAll(/"\$ref":"#\/components\/schemas\/(\w+)"/g)
  return [...new Set([...found].map(([, name]) => name!))]
}

/** The schema itself, where one is nothing but a reference to it. */
export function schemaBehind(document: Json, schema: unknown): unknown {
  const [name] = namesIn(schema)
  return name !== undefined && Object.keys(schema as object).join() === '$ref' ? schemaOf(document, name) : schema
}

export function schemaOf(document: Json, name: string): unknown {
  const { schemas } = (document.components ?? {}) as { readonly schemas?: Json }
  return schemas?.[name]
}
