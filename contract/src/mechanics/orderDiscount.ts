import type { OrderDiscount } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { Money, ReachSchema, strict, typed } from '../basicSchema.ts'
import { OrderValue, tiers } from './shared.ts'

export const OrderDiscountSchema = typed<OrderDiscount>()(
  Type.Object({ kind: Type.Literal('order-discount'), reach: ReachSchema, tiers: tiers(Money, OrderValue) }, strict),
)
