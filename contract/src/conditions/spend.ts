import { Type } from '@sinclair/typebox'
import { choice, Money, ReachSchema, strict } from '../basicSchema.ts'
import { Comparison } from './shared.ts'

export const SpendTestSchema = Type.Object(
  {
    test: Type.Literal('spend'),
    reach: ReachSchema,
    basis: choice('regular', 'shelf', 'current'),
    op: Comparison,
    amount: Money,
  },
  strict,
)
