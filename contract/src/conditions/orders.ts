import { Type } from '@sinclair/typebox'
import { Count, strict } from '../basicSchema.ts'
import { Comparison } from './shared.ts'

export const OrdersTestSchema = Type.Object({ test: Type.Literal('orders'), op: Comparison, count: Count }, strict)
