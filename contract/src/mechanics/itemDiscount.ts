import { Type } from '@sinclair/typebox'
import { ReachSchema, strict } from '../basicSchema.ts'
import { PickOrder, Quantity, UnitValue } from './shared.ts'

export const ItemDiscount = Type.Object(
  {
    kind: Type.Literal('item-discount'),
    reach: ReachSchema,
    value: UnitValue,
    maxUnits: Type.Optional(Quantity),
    pick: PickOrder,
  },
  strict,
)
