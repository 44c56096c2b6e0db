import { Type } from '@sinclair/typebox'
import { Money, strict } from '../basicSchema.ts'
import { Comparison } from './shared.ts'

export const SpentTestSchema = Type.Object({ test: Type.Literal('spent'), op: Comparison, amount: Money }, strict)
