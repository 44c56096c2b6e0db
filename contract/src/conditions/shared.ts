import { Type } from '@sinclair/typebox'
import { choice, Ids, strict } from '../basicSchema.ts'

export const Comparison = choice('>=', '>', '<=', '<', '=', '!=')

/** A test that asks for one of a list of ids. */
export const listTest = <K extends string>(kind: K) => Type.Object({ test: Type.Literal(kind), in: Ids }, strict)
