import type { QuantityBreak } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { choice, ReachSchema, strict, typed } from '../basicSchema.ts'
import { Quantity, tiers, UnitValue } from './shared.ts'

export const QuantityBreakSchema = typed<QuantityBreak>()(
  Type.Object(
    {
      kind: Type.Literal('quantity-break'),
      reach: ReachSchema,
      count: choice('sku', 'family', 'reach'),
      tiers: tiers(Quantity, UnitValue),
      on: choice('all', 'tier'),
    },
    strict,
  ),
)
