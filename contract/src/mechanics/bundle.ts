import { Type } from '@sinclair/typebox'
import { Money, ReachSchema, strict } from '../basicSchema.ts'
import { PickOrder, Quantity, Repeat } from './shared.ts'

export const Bundle = Type.Object(
  {
    kind: Type.Literal('bundle'),
    parts: Type.Array(Type.Object({ reach: ReachSchema, quantity: Quantity }, strict), { minItems: 1, maxItems: 20 }),
    price: Money,
    repeat: Repeat,
    pick: PickOrder,
  },
  strict,
)
