import type { Bundle } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { Money, ReachSchema, strict, typed } from '../basicSchema.ts'
import { PickOrder, Quantity, Repeat } from './shared.ts'

export const BundleSchema = typed<Bundle>()(
  Type.Object(
    {
      kind: Type.Literal('bundle'),
      parts: Type.Array(Type.Object({ reach: ReachSchema, quantity: Quantity }, strict), { minItems: 1, maxItems: 20 }),
      price: Money,
      repeat: Repeat,
      pick: PickOrder,
    },
    strict,
  ),
)
