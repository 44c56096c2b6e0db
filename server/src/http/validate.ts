import type { ProblemCode } from '@novalex/contract'
import { createProblem, type Problem } from '@novalex/core'
import type { Static, TSchema } from '@sinclair/typebox'
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv'
import addFormats from 'ajv-formats'
import type { Request } from 'express'
import { AppError, refuseIfAny } from './AppError.ts'

// Optimizing the generated code takes longer than it ever saves here.
const ajv = new Ajv({
  allErrors: true,
  strict: true,
  discriminator: true,
  allowUnionTypes: true,
  code: { optimize: false },
})
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
  if (isDeeperThan(DEEPEST, input)) return [createProblem('nested-too-deep', '', { limit: DEEPEST })]
  let validate = compiled.get(schema)
  if (!validate) compiled.set(schema, (validate = ajv.compile(schema)))
  if (validate(input)) return []
  return dropBranches((validate.errors ?? []).map(toProblem))
}

/** Conditions may be nested without end in the schema, but not on the stack of what reads them. */
const DEEPEST = 100

function isDeeperThan(limit: number, input: unknown): boolean {
  let level: unknown[] = [input]
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > limit) return true
    level = level.flatMap((one) => (typeof one === 'object' && one !== null ? Object.values(one) : []))
  }
  return false
}

/** A problem with what is needed to tell which branch of a union was meant. */
interface Found {
  readonly problem: Problem
  readonly isUnion: boolean
  /** How deep the value lies that failed; an entry that is missing or unknown fails where it would stand. */
  readonly depth: number
}

/**
 * A value that fits no branch of a union fails in every one. Of these only what goes deepest is worth saying; the union's own
 * complaint and those of shallower branches are dropped where a deeper one is known.
 */
function dropBranches(found: readonly Found[]): Problem[] {
  const unions = found.filter(({ isUnion }) => isUnion).map(({ problem }) => problem.path)
  const distinct = new Map(found.map((one) => [`${one.problem.path} ${one.problem.code}`, one]))
  const kept = [...distinct.values()].filter(({ problem, depth }) => {
    const union = unions.find((path) => isBelow(problem.path, path))
    if (union === undefined) return true
    return (
      depth === Math.max(...found.filter((other) => isBelow(other.problem.path, union)).map((other) => other.depth))
    )
  })
  return kept.map(({ problem }) => problem).slice(0, 50)
}

function isBelow(path: string, ancestor: string): boolean {
  return path === ancestor || ancestor === '' || path.startsWith(`${ancestor}.`)
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

function toProblem({ keyword, instancePath, params }: ErrorObject): Found {
  const { limit, type, error, tag, missingProperty, additionalProperty } = params as Record<string, unknown>
  const own = instancePath.split('/').slice(1)
  const isUnknownTag = keyword === 'discriminator' && error === 'mapping'
  const extra = isUnknownTag ? tag : (missingProperty ?? additionalProperty)
  const parts = [...own, ...(typeof extra === 'string' ? [extra] : [])]
  const path = parts.map((part) => part.replaceAll('~1', '/').replaceAll('~0', '~')).join('.')
  const facts = {
    ...(limit === undefined ? {} : { limit: Number(limit) }),
    ...(type === undefined ? {} : { wanted: String(type as string | string[]) }),
  }
  return {
    problem: createProblem(CODE_BY_KEYWORD[keyword] ?? 'not-allowed', path.slice(0, 300), facts),
    isUnion: keyword === 'anyOf' || keyword === 'oneOf',
    depth: own.length + (isUnknownTag ? 1 : 0),
  }
}
