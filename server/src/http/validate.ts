import type { ProblemCode } from '@novalex/contract'
import { createProblem, type Problem } from '@novalex/core'
import type { Static, TSchema } from '@sinclair/typebox'
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv'
import addFormats from 'ajv-formats'
import type { Request } from 'express'
import { AppError, refuseIfAny } from './AppError.ts'

const ajv = new Ajv({ allErrors: true, strict: true, discriminator: true, allowUnionTypes: true })
addFormats.default(ajv, ['date-time'])

const compiled = new WeakMap<TSchema, ValidateFunction>()

/** The body of a request, as its schema says, or a refusal with a problem for each fault. */
export function parseBody<S extends TSchema>(schema: S, request: Request): Static<S> {
  if (request.body === undefined) throw new AppError('wrong-media-type', { facts: { wanted: 'application/json' } })
  return parseInput(schema, request.body)
}

/** The query of a request, as its schema says. */
export function parseQuery<S extends TSchema>(schema: S, request: Request): Static<S> {
  return parseInput(schema, request.query)
}

function parseInput<S extends TSchema>(schema: S, input: unknown): Static<S> {
  refuseIfAny(checkShape(schema, input))
  return input as Static<S>
}

/** What in the input is not as the schema says; empty if nothing. */
export function checkShape(schema: TSchema, input: unknown): Problem[] {
  let validate = compiled.get(schema)
  if (!validate) compiled.set(schema, (validate = ajv.compile(schema)))
  if (validate(input)) return []
  return dropBranches((validate.errors ?? []).map(toProblem))
}

/**
 * A value that fits no branch of a union fails in every one. Of these only what goes deepest is worth saying; the union's own
 * complaint and those of shallower branches are dropped where a deeper one is known.
 */
function dropBranches(problems: readonly { problem: Problem; isUnion: boolean }[]): Problem[] {
  const unions = problems.filter(({ isUnion }) => isUnion).map(({ problem }) => problem.path)
  const distinct = new Map(problems.map(({ problem }) => [`${problem.path} ${problem.code}`, problem]))
  const kept = [...distinct.values()].filter((problem) => {
    const union = unions.find((path) => isBelow(problem.path, path))
    if (union === undefined) return true
    const deepest = Math.max(
      ...problems.filter((other) => isBelow(other.problem.path, union)).map((other) => depth(other.problem.path)),
    )
    return depth(problem.path) === deepest
  })
  return kept.slice(0, 50)
}

function isBelow(path: string, ancestor: string): boolean {
  return path === ancestor || ancestor === '' || path.startsWith(`${ancestor}.`)
}

function depth(path: string): number {
  return path === '' ? 0 : path.split('.').length
}

const CODE_BY_KEYWORD: Readonly<Record<string, ProblemCode>> = {
  required: 'required',
  additionalProperties: 'unknown-key',
  type: 'wrong-type',
  enum: 'not-in-list',
  const: 'not-in-list',
  discriminator: 'not-in-list',
  minLength: 'too-short',
  maxLength: 'too-long',
  minimum: 'too-small',
  maximum: 'too-large',
  maxItems: 'too-many',
  uniqueItems: 'not-allowed',
  minItems: 'too-few',
  minProperties: 'too-few',
  pattern: 'malformed',
  format: 'malformed',
}

function toProblem({ keyword, instancePath, params }: ErrorObject): { problem: Problem; isUnion: boolean } {
  const isUnion = keyword === 'anyOf' || keyword === 'oneOf'
  const extra: unknown = params.missingProperty ?? params.additionalProperty
  const parts = [...instancePath.split('/').slice(1), ...(typeof extra === 'string' ? [extra] : [])]
  const path = parts.map((part) => part.replaceAll('~1', '/').replaceAll('~0', '~')).join('.')
  const { limit, type } = params as { limit?: number; type?: string | string[] }
  const facts = { ...(limit === undefined ? {} : { limit }), ...(type === undefined ? {} : { wanted: String(type) }) }
  return { problem: createProblem(CODE_BY_KEYWORD[keyword] ?? 'not-allowed', path.slice(0, 300), facts), isUnion }
}
