import { Type } from '@sinclair/typebox'
import { Money, ReachSchema, strict } from '../basicSchema.ts'
import { OrderValue, tiers } from './shared.ts'

export const OrderDiscount = Type.Object(
  { kind: Type.Literal('order-discount'), reach: ReachSchema, tiers: tiers(Money, OrderValue) },
  strict,
)
