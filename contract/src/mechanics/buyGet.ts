import type { BuyGet } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { MAX_MONEY, ReachSchema, strict, typed } from '../basicSchema.ts'
import { PickOrder, Quantity, Repeat, UnitValue } from './shared.ts'

export const BuyGetSchema = typed<BuyGet>()(
  Type.Object(
    {
      kind: Type.Literal('buy-get'),
      buy: Type.Object(
        {
          reach: ReachSchema,
          quantity: Type.Optional(Quantity),
          spend: Type.Optional(Type.Integer({ minimum: 1, maximum: MAX_MONEY })),
        },
        strict,
      ),
      get: Type.Object(
        {
          sameSku: Type.Optional(Type.Literal(true)),
          reach: Type.Optional(ReachSchema),
          quantity: Quantity,
          value: UnitValue,
        },
        strict,
      ),
      repeat: Repeat,
      pick: PickOrder,
      gift: Type.Optional(Type.Boolean()),
    },
    strict,
  ),
)
