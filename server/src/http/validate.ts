import { ConditionSchema, ID_PATTERN, MechanicSchema } from '@novalex/contract'
import { createProblem, type Problem, type ProblemCode } from '@novalex/core'
import type { Static, TObject, TSchema } from '@sinclair/typebox'
import { _, Ajv, type CodeKeywordDefinition, type ErrorObject, type ValidateFunction } from 'ajv'
import type { Request } from 'express'
import { AppError, refuseIfAny } from '../platform/errors/AppError.ts'

// Optimizing the generated code takes longer than it ever saves here.
const OPTIONS = {
  strict: true,
  discriminator: true,
  allowUnionTypes: true,
  inlineRefs: false,
  code: { optimize: false },
} as const

/** Longer than anything that a pattern without a length of its own fits. */
const LONGEST_PATTERNED = 100

/**
 * `pattern` as in JSON Schema, but never tried on a text that is too long anyway: anyone may send one. That it is too long is said by `maxLength`, or
 * by the pattern where there is none.
 */
const PATTERN: CodeKeywordDefinition = {
  keyword: 'pattern',
  type: 'string',
  schemaType: 'string',
  error: { message: 'does not fit the pattern', params: ({ schemaCode }) => _`{pattern: ${schemaCode}}` },
  code(context) {
    const { gen, data, schema, parentSchema } = context as typeof context & { schema: string }
    const fits = gen.scopeValue('pattern', { key: schema, ref: new RegExp(schema, 'u') })
    const { maxLength } = parentSchema as { maxLength?: number }
    // Lengths count characters, of which each takes two units at most.
    const isTooLong = _`${data}.length > ${2 * (maxLength ?? LONGEST_PATTERNED)}`
    context.pass(
      maxLength === undefined ? _`!(${isTooLong}) && ${fits}.test(${data})` : _`${isTooLong} || ${fits}.test(${data})`,
    )
  },
}

const INSTANT = /^(19|2\d)\d\d-\d\d-\d\dT\d\d:\d\d(:[0-5]\d(\.\d{1,9})?)?(Z|[+-]\d\d:\d\d)$/

/** An instant that there is, between the years 1900 and 2999. */
function isInstant(text: string): boolean {
  if (text.length > LONGEST_PATTERNED || !INSTANT.test(text) || !Number.isFinite(Date.parse(text))) return false
  const day = text.slice(0, 10)
  return new Date(day).toISOString().startsWith(day)
}

/** Large schemas that many others hold. Each is compiled once and referred to; a mechanic's takes a fifth of a second. */
const SHARED: ReadonlyMap<unknown, string> = new Map<TSchema, string>([
  [MechanicSchema, 'Mechanic'],
  [ConditionSchema, 'Condition'],
])

/** A schema that refers to the shared ones instead of holding them. */
function refer(schema: unknown): unknown {
  if (typeof schema !== 'object' || schema === null) return schema
  const name = SHARED.get(schema)
  if (name !== undefined) return { $ref: name }
  if (Array.isArray(schema)) return schema.map(refer)
  return Object.fromEntries(Object.entries(schema).map(([key, part]: [string, unknown]) => [key, refer(part)]))
}

/** A validator that stops at the first fault, and one that goes on to the last. */
function createCompiler(allErrors: boolean): (schema: TSchema) => ValidateFunction {
  const ajv = new Ajv({ ...OPTIONS, allErrors })
  ajv.addFormat('date-time', isInstant)
  ajv.removeKeyword('pattern')
  ajv.addKeyword(PATTERN)
  for (const [schema, name] of SHARED) ajv.addSchema(schema as TSchema, name)
  const compiled = new WeakMap<TSchema, ValidateFunction>()
  return (schema) => {
    let validate = compiled.get(schema)
    if (!validate) compiled.set(schema, (validate = ajv.compile(refer(schema) as TSchema)))
    return validate
  }
}

const compileFirst = createCompiler(false)
const compileAll = createCompiler(true)

/** Compiles schemas before a request needs them, which would hold up all others as well: a rule's takes a quarter of a second. */
export function prepareSchemas(schemas: readonly TSchema[]): void {
  for (const schema of schemas) {
    compileFirst(schema)
    compileAll(schema)
  }
}

/**
 * The body of a request, as its schema says. Refused as `invalid-input`, with a problem for each fault, or as `wrong-media-type` where it is no
 * JSON.
 */
export function parseBody<S extends TSchema>(schema: S, request: Request): Static<S> {
  if (request.body === undefined) throw new AppError('wrong-media-type', { facts: { wanted: 'application/json' } })
  return parseInput(schema, request.body)
}

/** The query of a request, as its schema says. */
export function parseQuery<S extends TSchema>(schema: S, request: Request): Static<S> {
  return parseInput(schema, request.query)
}

/** The parameters in a request's path, as their schema says; what does not fit leads nowhere: refused as `no-such-page`. */
export function parseParams<S extends TSchema>(schema: S, request: Request): Static<S> {
  const problems = checkShape(schema, request.params)
  if (problems.length > 0) throw new AppError('no-such-page', { problems })
  return request.params as Static<S>
}

/** Those headers of a request that the schema names. */
export function parseHeaders<S extends TObject>(schema: S, request: Request): Static<S> {
  const given = Object.keys(schema.properties).flatMap((name) => {
    const value = request.get(name)
    return value === undefined ? [] : [[name, value]]
  })
  return parseInput(schema, Object.fromEntries(given))
}

function parseInput<S extends TSchema>(schema: S, input: unknown): Static<S> {
  refuseIfAny(checkShape(schema, input))
  return input as Static<S>
}

/** Problems of an input against its schema; empty if valid. For inputs with very many values only the first is reported, to bound the work. */
export function checkShape(schema: TSchema, input: unknown): Problem[] {
  const { values, isTooDeep } = measure(input)
  if (isTooDeep) return [createProblem('nested-too-deep', '', { limit: DEEPEST })]
  if (compileFirst(schema)(input)) return []
  const validate = (values > MOST_VALUES ? compileFirst : compileAll)(schema)
  validate(input)
  return dropBranches((validate.errors ?? []).slice(0, MOST_ERRORS).map(toProblem)).slice(0, SHOWN_PROBLEMS)
}

/** Conditions may be nested without end in the schema, but not on the stack of what reads them. */
const DEEPEST = 100
/** Collecting all errors of a recursive schema takes quadratic time. */
const MOST_VALUES = 3000
const MOST_ERRORS = 1000
const SHOWN_PROBLEMS = 50

/** How many values an input holds, and whether they lie deeper in each other than may be. */
function measure(input: unknown): { readonly values: number; readonly isTooDeep: boolean } {
  let values = 1
  let level: unknown[] = [input]
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST) return { values, isTooDeep: true }
    const below: unknown[] = []
    for (const one of level) addParts(one, below)
    values += below.length
    level = below
  }
  return { values, isTooDeep: false }
}

function addParts(whole: unknown, into: unknown[]): void {
  if (typeof whole !== 'object' || whole === null) return
  for (const part of Object.values(whole)) into.push(part)
}

/** A problem with what is needed to tell which branch of a union was meant. */
interface Found {
  readonly problem: Problem
  readonly isUnion: boolean
  /** Whether it was only asked whether the value is null. */
  readonly isOfNull: boolean
  /** How deep the value lies that failed; an entry that is missing or unknown fails where it would stand. */
  readonly depth: number
}

/**
 * A value that fits no branch of a union fails in every one. Of these only what goes deepest is worth saying; the union's own
 * complaint and those of shallower branches are dropped where a deeper one is known. Takes each problem once, with the places above it.
 */
function dropBranches(found: readonly Found[]): Problem[] {
  const unions = new Set(found.filter(({ isUnion }) => isUnion).map(({ problem }) => problem.path))
  const byPath = new Map<string, Found[]>()
  for (const one of found) byPath.set(one.problem.path, (byPath.get(one.problem.path) ?? []).concat(one))
  const told = found.filter((one) => !unions.has(one.problem.path) || isWorthSaying(one, byPath.get(one.problem.path)!))
  const distinct = new Map(told.map((one) => [`${one.problem.path} ${one.problem.code}`, one]))
  const deepest = new Map<string, number>()
  for (const { problem, depth } of distinct.values())
    for (const place of placesAbove(problem.path))
      if (unions.has(place)) deepest.set(place, Math.max(depth, deepest.get(place) ?? 0))
  const kept = [...distinct.values()].filter(({ problem, depth }) => {
    const union = placesAbove(problem.path).find((place) => unions.has(place))
    return union === undefined || depth === deepest.get(union)
  })
  return kept.map(({ problem }) => problem)
}

/** For the union's own value prefer specific errors to `wrong-type`, and `wrong-type` to the union's generic error. `here`: all of that value. */
function isWorthSaying(one: Found, here: readonly Found[]): boolean {
  const others = here.filter(({ isUnion }) => !isUnion)
  if (one.isUnion) return others.length === 0
  if (one.problem.code !== 'wrong-type') return true
  if (others.some(({ problem }) => problem.code !== 'wrong-type')) return false
  return one === (others.find(({ isOfNull }) => !isOfNull) ?? others[0])
}

/** A path with every place that holds it, the nearest first. */
function placesAbove(path: string): string[] {
  const places: string[] = []
  for (let place = path; place !== ''; place = place.slice(0, Math.max(place.lastIndexOf('.'), 0))) places.push(place)
  return [...places, '']
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

function codeOf(keyword: string, pattern: unknown): ProblemCode {
  if (pattern === ID_PATTERN) return 'not-an-id'
  return CODE_BY_KEYWORD[keyword] ?? 'not-allowed'
}

function toProblem({ keyword, instancePath, params }: ErrorObject): Found {
  const { limit, type, error, tag, missingProperty, additionalProperty, pattern } = params as Record<string, unknown>
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
    problem: createProblem(codeOf(keyword, pattern), path.slice(0, 300), facts),
    isUnion: keyword === 'anyOf' || keyword === 'oneOf',
    isOfNull: keyword === 'type' && type === 'null',
    depth: own.length + (isUnknownTag ? 1 : 0),
  }
}
