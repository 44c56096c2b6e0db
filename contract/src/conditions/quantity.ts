import { Type } from '@sinclair/typebox'
import { Count, ReachSchema, strict } from '../basicSchema.ts'
import { Comparison } from './shared.ts'

export const QuantityTestSchema = Type.Object(
  { test: Type.Literal('quantity'), reach: ReachSchema, op: Comparison, count: Count },
  strict,
)
