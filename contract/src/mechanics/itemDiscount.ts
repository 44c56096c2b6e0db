import type { ItemDiscount } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { ReachSchema, strict, typed } from '../basicSchema.ts'
import { PickOrder, Quantity, UnitValue } from './shared.ts'

export const ItemDiscountSchema = typed<ItemDiscount>()(
  Type.Object(
    {
      kind: Type.Literal('item-discount'),
      reach: ReachSchema,
      value: UnitValue,
      maxUnits: Type.Optional(Quantity),
      pick: PickOrder,
    },
    strict,
  ),
)
